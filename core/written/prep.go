package written

import (
	"fmt"

	"emblo/core/clock"
	"emblo/core/room"
	"emblo/core/strict"
)

// PrepWindow is a time of day in which hands are free to prepare, as the centre's clock shows it.
type PrepWindow struct {
	From string `json:"from" max:"5"` // 07:00
	To   string `json:"to" max:"5"`
}

// PrepSlot is when one step is done: by hand, and how long it then needs by itself.
type PrepSlot struct {
	// Step has the id by which it is ticked, and asks what a probe has to read before that.
	Step
	SetupID     string   `json:"setup_id"`
	Setup       string   `json:"setup"`
	Room        string   `json:"room"`
	PlayAt      string   `json:"play_at"`
	Starts      string   `json:"starts"` // the centre's wall clock
	Ends        string   `json:"ends"`
	WaitMinutes int      `json:"wait_minutes,omitzero"`
	WaitText    string   `json:"wait_text,omitzero"`
	WaitUntil   string   `json:"wait_until,omitzero"` // it is ready then; it may wait longer
	Why         string   `json:"why"`                 // it is then and not later
	LateMinutes int      `json:"late_minutes,omitzero"`
	Outside     bool     `json:"outside,omitzero"` // hands are not free then
	Crowded     bool     `json:"crowded,omitzero"` // more hands or room are needed then than there are
	Pressed     bool     `json:"pressed,omitzero"` // it is too late or crowded: it cannot be as planned
	Done        bool     `json:"done,omitzero"`
	DoneBy      string   `json:"done_by,omitzero"`
	Measured    *float64 `json:"measured_c,omitzero"` // what was, in deg C
	// NotBefore is the earliest time, on the wall clock, that it may be over: what it makes does not stand
	// for longer. Together is the batch that it begins, where that is for several set-ups.
	NotBefore string        `json:"not_before,omitzero"`
	Together  *PrepTogether `json:"together,omitzero"`
	// Amounts are what goes in with it, of the whole batch, and Pots the equal batches that it is made in where
	// these are several.
	Amounts []Amount `json:"amounts,omitzero"`
	Pots    int      `json:"pots,omitzero"`
}

// PrepTogether is one batch that is made for several set-ups, with what goes into it.
type PrepTogether struct {
	MadeG   float64     `json:"made_g"`
	For     []PrepShare `json:"for"` // those whose steps make it first
	Amounts []Amount    `json:"amounts"`
}

// PrepShare is what a set-up has of a batch.
type PrepShare struct {
	SetupID string  `json:"setup_id"`
	Setup   string  `json:"setup"`
	Room    string  `json:"room"`
	Grams   float64 `json:"grams"`
}

// PrepTickInput says that a step is done, or takes that back. A step that clears a rule is not ticked but
// measured.
type PrepTickInput struct {
	StepID    string   `json:"step_id" max:"100"`
	Done      bool     `json:"done"`
	MeasuredC *float64 `json:"measured_c,omitzero"`  // what a probe reads, in deg C
	At        string   `json:"at,omitzero" max:"40"` // when, where that was not now: 2026-11-26T07:30:00Z
}

// PrepDay is what is prepared on a day, for all that opens on it and soon after.
type PrepDay struct {
	Day     string       `json:"day"`
	Now     string       `json:"now"`
	Windows []PrepWindow `json:"windows"`
	Told    bool         `json:"told"` // the centre has said when hands are free
	Hands   int          `json:"hands"`
	// Rooms are those that are prepared for by hands of their own.
	Rooms []PrepRoom `json:"rooms"`
	Slots []PrepSlot `json:"slots"`
	// Waiting is what was begun before the day and waits on it.
	Waiting []PrepSlot `json:"waiting"`
	// NotReady are set-ups that do not go in as they stand: nothing is prepared for them.
	NotReady []string `json:"not_ready"`
	// Exact says that no better plan of the steps is there; else all of them together may be begun
	// BoundMinutes later at the most.
	Exact        bool `json:"exact"`
	BoundMinutes int  `json:"bound_minutes,omitzero"`
	// SpareMinutes is how long hands are still free on the day when all that it asks for is done.
	SpareMinutes int `json:"spare_minutes"`
	// Late are the set-ups that cannot be ready in time, and what can still be done instead.
	Late []PrepLate `json:"late"`
	// After is what is done when play is over, by who is in the room.
	After []PrepSlot `json:"after"`
	// Next is when hands begin on a later day, where nothing is left to do on this one.
	Next string `json:"next,omitzero"`
	// Missing are the set-ups of the day that are not ready, by what is missing.
	Missing []PrepMissing `json:"missing"`
}

// PrepRoom is a room whose own adults prepare for it, so many at once, in their own times.
type PrepRoom struct {
	Room    string       `json:"room"`
	Windows []PrepWindow `json:"windows"`
	Hands   int          `json:"hands"`
}

// PrepLate is a set-up that cannot be ready in time as it is planned.
type PrepLate struct {
	SetupID string `json:"setup_id"`
	Setup   string `json:"setup"`
	Room    string `json:"room"`
	// ReadyAt is when it can open, on the centre's wall clock.
	ReadyAt string `json:"ready_at"`
	// Instead are mixes of its kind, all at hand, that go in for its room and can be ready in time, those
	// of the fewest minutes first.
	Instead []PrepInstead `json:"instead"`
	// Stored are batches in store of its kind that go in for its room and are enough.
	Stored []PrepStored `json:"stored"`
	// Smaller says how much less of it is ready in time, and OtherDay when it is on a later day, as much as
	// was planned; each empty where that is late too.
	Smaller  string `json:"smaller,omitzero"`
	OtherDay string `json:"other_day,omitzero"`
}

// PrepStored is a batch in store to take instead.
type PrepStored struct {
	BatchID string `json:"batch_id"`
	Name    string `json:"name"`
}

// PrepInstead is a mix to make instead.
type PrepInstead struct {
	RecipeID string `json:"recipe_id"`
	Name     string `json:"name"`
	Minutes  int    `json:"minutes"` // by hand and waiting
}

// PrepWeek is what is prepared in the days to come, a line a day.
type PrepWeek struct {
	Days []PrepWeekDay `json:"days"`
}

// PrepWeekDay is one day of it.
type PrepWeekDay struct {
	Day          string        `json:"day"`
	HandsMinutes int           `json:"hands_minutes"`
	SpareMinutes int           `json:"spare_minutes"`
	From         string        `json:"from,omitzero"` // when the first hand is laid on
	To           string        `json:"to,omitzero"`   // when the last step by hand ends
	Steps        int           `json:"steps"`
	Late         int           `json:"late"` // of them
	Opens        []PrepOpening `json:"opens"`
}

// PrepOpening is a set-up that opens.
type PrepOpening struct {
	SetupID string `json:"setup_id"`
	Setup   string `json:"setup"`
	Room    string `json:"room"`
	At      string `json:"at"`
	Ready   bool   `json:"ready"` // it goes in as it stands, so that it is prepared for
}

// PrepSetup is when one set-up is prepared among all that are, in order; nothing for one that does not go
// in as it stands, or has opened.
type PrepSetup struct {
	Slots []PrepSlot `json:"slots"`
	// Missing is what is missing before it is ready, beside all that others take; absent for one that has opened.
	Missing *[]Missing `json:"missing,omitzero"`
	Clashes []Clash    `json:"clashes,omitzero"`
}

// PrepMissing is a set-up that opens on a day, with what is missing before it is ready.
type PrepMissing struct {
	SetupID string    `json:"setup_id"`
	Setup   string    `json:"setup"`
	Room    string    `json:"room"`
	PlayAt  string    `json:"play_at"`
	Missing []Missing `json:"missing"`
	Clashes []Clash   `json:"clashes,omitzero"`
}

// usualPrep is when hands are free where nobody has said: before opening, at nap time, after closing
// (common practice).
var usualPrep = []PrepWindow{{"07:00", "09:00"}, {"12:00", "14:00"}, {"16:00", "18:00"}}

// free reads a window as minutes of the day.
func (w PrepWindow) free() (f room.Free, ok bool) {
	read := func(text string) (int, bool) {
		t, err := clock.ParseWall("2026-01-01T" + text)
		return t.Fields().Hour()*60 + t.Fields().Minute(), err == nil
	}
	from, okFrom := read(w.From)
	to, okTo := read(w.To)
	return room.Free{From: from, To: to}, okFrom && okTo && from < to
}

// readFree reads when hands are free, in order and apart.
func readFree(all []PrepWindow) (free []room.Free, fault *strict.Fault) {
	last := -1
	for i, w := range all {
		f, ok := w.free()
		if !ok {
			return nil, strict.Bad(fmt.Sprintf("/prep/%d", i),
				"Prep time runs from one time to a later one, such as 07:00 to 09:00.")
		}
		if f.From < last {
			return nil, strict.Bad(fmt.Sprintf("/prep/%d", i), "Tell the times in order, none over another.")
		}
		free, last = append(free, f), f.To
	}
	return free, nil
}

// readHands reads how many adults prepare at once; 0 where nobody has said.
func readHands(n int) *strict.Fault {
	if n < 0 || n > maxPrepHands {
		return strict.Bad("/prep_hands", "Between 1 and %d adults prepare at once.", maxPrepHands)
	}
	return nil
}

// WriteFree writes when hands are free; nil for no time.
func WriteFree(free []room.Free) (all []PrepWindow) {
	for _, f := range free {
		at := func(m int) string { return fmt.Sprintf("%02d:%02d", m/60, m%60) }
		all = append(all, PrepWindow{at(f.From), at(f.To)})
	}
	return all
}

// Prep returns when hands are free; told is false where nobody has said.
func (s Settings) Prep() (free []room.Free, told bool) {
	if free = s.Free; len(free) > 0 {
		return free, true
	}
	free, _ = readFree(usualPrep) // it reads
	return free, false
}
