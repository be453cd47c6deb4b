package centre

import (
	"context"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/written"
	"emblo/internal/store"
)

// PrepCalendar returns what hands prepare on a day as an iCalendar file (RFC 5545): an event for each step
// that is not done yet, in UTC, so that no calendar has to know the zone of the centre. The same step has
// the same UID in every file, so that a later file moves it instead of adding it again.
func (h *House) PrepCalendar(ctx context.Context, s *store.Session, day string) (string, error) {
	d, err := h.Prep(ctx, s, day)
	if err != nil {
		return "", err
	}
	file := ics.NewCalendarFor("Emblo")
	file.SetMethod(ics.MethodPublish)
	for _, slot := range d.Slots {
		if slot.Done {
			continue
		}
		starts, err := clock.ParseWall(slot.Starts)
		if err != nil {
			return "", err
		}
		from := starts.In(h.zone(s.TimeZone))
		event := file.AddEvent(uuid.NewSHA1(uuid.NameSpaceOID, []byte(slot.ID)).String())
		event.SetDtStampTime(h.now())
		event.SetStartAt(from)
		event.SetEndAt(from.Add(time.Duration(slot.Minutes) * time.Minute))
		event.SetSummary(slot.Text)
		event.SetLocation(slot.Room)
		event.SetDescription(strings.Join(notesOf(slot), "\n"))
	}
	return file.Serialize(ics.WithNewLineWindows), nil
}

// notesOf says of a step what is not in its own words.
func notesOf(s written.PrepSlot) []string {
	notes := []string{s.Setup + " for " + s.Room + ", opens " + s.PlayAt[:10] + " " + s.PlayAt[11:]}
	if s.Asks != "" {
		notes = append(notes, "The probe has to read "+s.Asks+".")
	}
	if s.AdultOnly {
		notes = append(notes, "Adult only.")
	}
	if s.WaitUntil != "" {
		what := s.WaitText
		if what == "" {
			what = "it waits"
		}
		notes = append(notes, "Then by itself: "+what+", until "+s.WaitUntil[:10]+" "+s.WaitUntil[11:]+".")
	}
	if s.LateMinutes > 0 {
		notes = append(notes, "This is too late for when it opens.")
	}
	return notes
}
