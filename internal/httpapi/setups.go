package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"github.com/google/uuid"

	"emblo/core/plan"
	"emblo/core/unit"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// ListSetups returns every set-up with its verdict. A set-up that cannot be reckoned any
// more is listed without one, and says why: it is never shown as cleared.
func (s *Server) ListSetups(ctx context.Context, _ contract.ListSetupsRequestObject) (contract.ListSetupsResponseObject, error) {
	session, centre := sessionOf(ctx), s.centre(ctx)
	rooms, err := centre.Rooms(ctx)
	if err != nil {
		return nil, err
	}
	byID := make(map[uuid.UUID]store.Room, len(rooms))
	for _, r := range rooms {
		byID[r.ID] = r
	}
	today := s.clock(session)
	midnight := time.Date(today.Year(), today.Month(), today.Day(), 0, 0, 0, 0, time.UTC)
	rows, err := centre.Setups(ctx, midnight)
	if err != nil {
		return nil, err
	}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	list := make(contract.ListSetups200JSONResponse, 0, len(rows))
	for _, row := range rows {
		body, err := setupBody(row)
		if err != nil {
			return nil, err
		}
		r := byID[row.RoomID]
		sum := contract.SetupSummary{Id: body.Id, Name: body.Name, RoomId: body.RoomId, RoomName: r.Name, PlayAt: body.PlayAt}
		a, _, at, err := s.reckon(session, r, planOf(&body), shelf)
		if err != nil {
			p := problemOf(err)
			if p == nil {
				return nil, err
			}
			sum.Reason = p.detail
			list = append(list, sum)
			continue
		}
		summarise(&sum, a, at)
		list = append(list, sum)
	}
	return list, nil
}

func summarise(sum *contract.SetupSummary, a plan.Answer, at time.Time) {
	sum.StartsBy = firstHand(a, at).Format(wallClock)
	if a.Verdict.Valid() {
		v := contract.Verdict(a.Verdict.String())
		sum.Verdict = &v
	}
	lines := a.Lines
	if a.Base != nil {
		lines = append([]plan.Line{*a.Base}, lines...)
		sum.What = a.Base.Name
	}
	switch {
	case a.Mix != nil:
		sum.What += ", " + a.Mix.Batch.Made.String()
	case a.Fill != nil:
		sum.What += ", " + a.Fill.InAll.String()
	}
	for _, l := range lines {
		if l.Assessment.Verdict != a.Verdict {
			continue
		}
		if f, ok := l.Assessment.First(); ok {
			sum.Reason = l.Name + ": " + f.Reason
			return
		}
	}
}

// GetSetup returns one set-up.
func (s *Server) GetSetup(ctx context.Context, r contract.GetSetupRequestObject) (contract.GetSetupResponseObject, error) {
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	row, err := s.centre(ctx).Setup(ctx, id)
	if err != nil {
		return nil, err
	}
	body, err := setupBody(row)
	return contract.GetSetup200JSONResponse(body), err
}

// PutSetup creates or replaces a set-up. It is stored only when it can be reckoned for
// its room, so that a stored plan always has an answer.
func (s *Server) PutSetup(ctx context.Context, r contract.PutSetupRequestObject) (contract.PutSetupResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	centre := s.centre(ctx)
	row, err := s.setupRow(ctx, centre, id, r.Body)
	if err != nil {
		return nil, err
	}
	saved, err := centre.SaveSetup(ctx, row)
	var stale *store.Conflict[store.Setup]
	if errors.As(err, &stale) {
		current, err := setupBody(stale.Current)
		p := conflict("set-up")
		return contract.PutSetup409ApplicationProblemPlusJSONResponse{
			Type: p.Type, Title: p.Title, Status: p.Status, Detail: p.Detail, Current: current}, err
	}
	if err != nil {
		return nil, err
	}
	body, err := setupBody(saved)
	return contract.PutSetup200JSONResponse(body), err
}

func (s *Server) setupRow(ctx context.Context, centre *store.Centre, id uuid.UUID, in *contract.SetupInput) (store.Setup, error) {
	var row store.Setup
	name, err := checkName(in.Name, "Give the set-up a name")
	if err != nil {
		return row, err
	}
	if in.Version < 0 {
		return row, badField("version", "The version cannot be negative.")
	}
	roomID, err := uuid.Parse(in.RoomId)
	if err != nil {
		return row, badField("room_id", "Choose a room.")
	}
	room, err := centre.Room(ctx, roomID)
	if errors.Is(err, store.ErrNotFound) {
		err = store.ErrNoRoom
	}
	if err != nil {
		return row, err
	}
	p := &contract.Plan{RoomId: in.RoomId, PlayAt: in.PlayAt, Base: in.Base, Items: in.Items}
	shelf, err := s.shelfFor(ctx, planIDs(p)...)
	if err != nil {
		return row, err
	}
	_, _, at, err := s.reckon(sessionOf(ctx), room, p, shelf)
	if err != nil {
		return row, err
	}
	row = store.Setup{ID: id, RoomID: roomID, Name: name, PlayAt: at, Version: in.Version}
	if in.Base != nil {
		if row.Base, err = json.Marshal(in.Base); err != nil {
			return row, err
		}
	}
	if in.Items == nil {
		in.Items = []contract.PlanItem{}
	}
	row.Items, err = json.Marshal(in.Items)
	return row, err
}

// DeleteSetup deletes a set-up.
func (s *Server) DeleteSetup(ctx context.Context, r contract.DeleteSetupRequestObject) (contract.DeleteSetupResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	return contract.DeleteSetup204Response{}, s.centre(ctx).DeleteSetup(ctx, id)
}

func setupBody(row store.Setup) (contract.Setup, error) {
	body := contract.Setup{Id: row.ID.String(), RoomId: row.RoomID.String(), Name: row.Name, Version: row.Version,
		PlayAt: row.PlayAt.Format(wallClock), SavedAt: row.SavedAt, Items: []contract.PlanItem{}}
	if len(row.Base) > 0 && string(row.Base) != "null" {
		if err := json.Unmarshal(row.Base, &body.Base); err != nil {
			return body, err
		}
	}
	return body, json.Unmarshal(row.Items, &body.Items)
}

func planOf(s *contract.Setup) *contract.Plan {
	return &contract.Plan{RoomId: s.RoomId, PlayAt: s.PlayAt, Base: s.Base, Items: s.Items}
}

// firstHand is when the first hand must be laid on.
func firstHand(a plan.Answer, at time.Time) time.Time {
	hands, waiting := a.Minutes()
	return at.Add(-time.Duration(hands+waiting) * time.Minute)
}

// cupsOf prints a volume in cups of a system, to the nearest kitchen fraction.
func cupsOf(v unit.Volume, measures string) string {
	system, err := unit.ParseSystem(measures)
	if err != nil {
		return ""
	}
	cup := unit.StandardSet(system).At(0).Volume()
	text, _ := unit.Fraction(float64(int(v.Over(cup)*4+0.5)) / 4)
	return text
}
