package schedule

import (
	"context"
	"errors"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/desk/preparing"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/store"
)

// PrepCalendar returns what hands prepare on a day as an iCalendar file (RFC 5545): an event for each step
// that is not done yet, in UTC, so that no calendar has to know the zone of the centre. The same step has
// the same UID in every file, so that a later file moves it instead of adding it again.
func (h Schedule) PrepCalendar(ctx context.Context, s *store.Session, day string) (string, error) {
	d, err := h.Prep(ctx, s, day)
	if err != nil {
		return "", err
	}
	return h.calendar(s, d.Slots)
}

// PrepFeed returns the same of all coming plans, for a calendar that follows.
func (h Schedule) PrepFeed(ctx context.Context, s *store.Session) (string, error) {
	d, plans, ticks, err := h.toPrepare(ctx, s)
	if err != nil {
		return "", err
	}
	now := h.Now(s)
	slots, err := preparing.On(d).PrepAhead(plans, ticks, clock.At(now.Day(), 24*centre.AheadDays, 0).Day(), now)
	if err != nil {
		return "", err
	}
	return h.calendar(s, slots)
}

func (h Schedule) calendar(s *store.Session, slots []written.PrepSlot) (string, error) {
	file := ics.NewCalendarFor("Emblo")
	file.SetMethod(ics.MethodPublish)
	file.SetRefreshInterval(feedEvery)
	file.SetXPublishedTTL(feedEvery)
	// A calendar holds something (RFC 5545, 3.6), also when all is done.
	zone := file.AddTimezone("UTC")
	standard := ics.NewStandard()
	standard.AddProperty(ics.ComponentPropertyDtStart, "19700101T000000")
	standard.AddProperty(ics.ComponentProperty(ics.PropertyTzoffsetfrom), "+0000")
	standard.AddProperty(ics.ComponentProperty(ics.PropertyTzoffsetto), "+0000")
	zone.Components = append(zone.Components, standard)
	for _, slot := range slots {
		if slot.Done {
			continue
		}
		starts, err := clock.ParseWall(slot.Starts)
		if err != nil {
			return "", err
		}
		from := starts.In(h.Zone(s.TimeZone))
		event := file.AddEvent(uuid.NewSHA1(uuid.NameSpaceOID, []byte(slot.ID)).String())
		event.SetDtStampTime(h.Clock())
		event.SetStartAt(from)
		event.SetEndAt(from.Add(time.Duration(slot.Minutes) * time.Minute))
		event.SetSummary(slot.Text)
		event.SetLocation(slot.Room)
		event.SetDescription(strings.Join(preparing.Notes(h.PenOf(s), slot), "\n"))
	}
	return file.Serialize(ics.WithNewLineWindows), nil
}

// feedEvery is how often a calendar that follows is to ask again.
const feedEvery = "PT15M"

// MakeFeed makes the link by which a calendar follows for an account, in place of one that there was.
func (h Schedule) MakeFeed(ctx context.Context, s *store.Session, tokenHash []byte) error {
	return h.Of(s).Feeds().SetFeed(ctx, tokenHash, h.Clock().UTC())
}

// FeedSince returns since when an account has such a link; ok is false where it has none.
func (h Schedule) FeedSince(ctx context.Context, s *store.Session) (since time.Time, ok bool, err error) {
	since, err = h.Of(s).Feeds().FeedSince(ctx, h.Clock())
	if errors.Is(err, store.ErrNotFound) {
		return since, false, nil
	}
	return since, err == nil, err
}

// DropFeed ends the link of an account of the centre.
func (h Schedule) DropFeed(ctx context.Context, s *store.Session, staff uuid.UUID) error {
	return h.Of(s).Feeds().DropFeed(ctx, staff)
}

// Followers returns whose calendars follow by a link.
func (h Schedule) Followers(ctx context.Context, s *store.Session) ([]store.Follower, error) {
	return h.Of(s).Feeds().Followers(ctx, h.Clock())
}
