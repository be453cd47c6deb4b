// Package today is the day at a glance: what opens, what is prepared, what changed, which sheets are not
// true any more, and who is here.
package today

import (
	"errors"

	"emblo/core/written"
	"emblo/internal/account"
	"emblo/internal/centre/making"
	"emblo/internal/centre/schedule"
	"emblo/internal/centre/today"
	"emblo/internal/contract"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"getToday": a.get, "seeSetup": edge.Body(a.see), "seeBatch": edge.Body(a.seeBatch),
		"putPrint": edge.Body(a.print), "deletePrint": a.dropPrint, "putDay": edge.Over[written.DayInput](a.storedDay,
			"", edge.Body(a.day)), "getPrep": a.prep, "getSetupPrep": a.prepOf, "getPrepWeek": a.prepWeek,
		"getPrepFeed": a.feed, "putPrepFeed": a.makeFeed, "deletePrepFeed": a.dropFeed, "listPrepFeeds": a.followers,
		"endPrepFeed": a.endFeed, "followPrep": a.followFeed, "getPrepCalendar": a.prepCalendar,
		"tickPrep": edge.Body(a.tickPrep)}
}

func (a area) get(r *edge.Request) (any, error) {
	return edge.Answer(today.In(a.House).Glance(r, r.Session))
}

func (a area) prep(r *edge.Request) (any, error) {
	return edge.Answer(schedule.In(a.House).Prep(r, r.Session, r.Query("day")))
}

func (a area) prepWeek(r *edge.Request) (any, error) {
	return edge.Answer(schedule.In(a.House).PrepWeek(r, r.Session))
}

func (a area) prepOf(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(schedule.In(a.House).PrepOf(r, r.Session, id))
}

func (a area) feed(r *edge.Request) (any, error) {
	since, ok, err := schedule.In(a.House).FeedSince(r, r.Session)
	out := contract.PrepFeed{}
	if ok {
		until := since.Add(store.FeedLasts)
		out.Since, out.Until = &since, &until
	}
	return edge.Answer(out, err)
}

func (a area) makeFeed(r *edge.Request) (any, error) {
	token, hash := account.NewToken()
	path := "/api/feeds/" + token
	return edge.Answer(contract.PrepFeed{Path: &path}, schedule.In(a.House).MakeFeed(r, r.Session, hash))
}

func (a area) dropFeed(r *edge.Request) (any, error) {
	return nil, schedule.In(a.House).DropFeed(r, r.Session, r.Session.StaffID)
}

func (a area) followers(r *edge.Request) (any, error) {
	all, err := schedule.In(a.House).Followers(r, r.Session)
	out := make([]contract.PrepFollower, len(all))
	for i, f := range all {
		out[i] = contract.PrepFollower{Id: f.StaffID.String(), Name: f.Name, Since: f.Made,
			Until: f.Made.Add(store.FeedLasts)}
	}
	return edge.Answer(out, err)
}

func (a area) endFeed(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, schedule.In(a.House).DropFeed(r, r.Session, id)
}

// followFeed answers whoever has the link: it is private, and ends with the account or when it is dropped.
func (a area) followFeed(r *edge.Request) (any, error) {
	s, err := account.WhoFollows(r, a.Store, r.Param("token"), a.Now())
	if err != nil {
		return nil, err
	}
	text, err := schedule.In(a.House).PrepFeed(r, &s)
	return edge.Answer(edge.File{Type: "text/calendar", Text: text}, err)
}

func (a area) prepCalendar(r *edge.Request) (any, error) {
	text, err := schedule.In(a.House).PrepCalendar(r, r.Session, r.Query("day"))
	return edge.Answer(contract.CalendarFile{Ics: text}, err)
}

func (a area) tickPrep(r *edge.Request, in written.PrepTickInput) (any, error) {
	in.At = a.Moment(r, in.At)
	return nil, schedule.In(a.House).TickPrep(r, r.Session, in)
}

func (a area) see(r *edge.Request, in written.SeenInput) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, today.In(a.House).TakeNote(r, r.Session, id, in)
}

func (a area) seeBatch(r *edge.Request, in written.MovedInput) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, making.In(a.House).TakeNoteOfDate(r, r.Session, id, in)
}

func (a area) print(r *edge.Request, in written.PrintInput) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, today.In(a.House).Printed(r, r.Session, id, in)
}

func (a area) dropPrint(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, today.In(a.House).DropPrint(r, r.Session, id)
}

func (a area) storedDay(r *edge.Request) (doc []byte, version int, ok bool, err error) {
	id, err := r.ID()
	if err != nil {
		return nil, 0, false, err
	}
	day, err := a.Store.For(r.Session.CentreID).Glances().Day(r, id, r.Param("day"))
	if errors.Is(err, store.ErrNotFound) {
		return nil, 0, false, nil
	}
	return day.Doc, day.Version, day.Form == written.Version, err
}

func (a area) day(r *edge.Request, in written.DayInput) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(today.In(a.House).SaveDay(r, r.Session, id, r.Param("day"), in))
}
