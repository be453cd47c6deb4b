package written

import (
	"slices"
	"strings"
	"time"

	"emblo/core/strict"
)

// Log is how a set-up went.
type Log struct {
	// Again is yes or no; empty where nobody said. Level is simpler or harder where the next one should
	// be, and empty where it was right or nobody said.
	Again string `json:"again,omitzero"`
	Level string `json:"level,omitzero"`
	Mess  int    `json:"mess,omitzero"` // 1 to 3; 0 where nobody said
	// Minutes is how long it held them.
	Minutes int `json:"minutes,omitzero"`
	// Left is the share that was left over, 0 to 1; null where nobody said. Short says that there was not
	// enough.
	Left  *float64 `json:"left,omitzero"`
	Short bool     `json:"short,omitzero"`
	// CountedIn is how many pieces came back of those that were given out; null where nobody counted.
	CountedIn *int        `json:"counted_in,omitzero"`
	Added     []BatchLine `json:"added,omitzero" max:"10"` // during play
	OwnThing  string      `json:"own_thing,omitzero" max:"200"`
	Word      string      `json:"word,omitzero" max:"400"`
	Watched   string      `json:"watched,omitzero" max:"80"` // which adults watched
}

// LogInput is how a set-up went, to be saved over the version last read; 0 begins it. Mouthed are the ids of
// children who ate or mouthed of it: they are kept apart, and go when retention ends.
type LogInput struct {
	Version int `json:"version"`
	Log
	Mouthed []string `json:"mouthed" max:"20" each:"36"`
}

// LogNext is what a log would change next time, before it is saved: what is done otherwise, and which of the
// children who mouthed of it are not noted as mouthing.
type LogNext struct {
	Changes  []Lesson `json:"changes"`
	Mouthing []string `json:"mouthing"`
}

// StoredLog is how a set-up went, with what it was.
type StoredLog struct {
	Version int `json:"version"` // 0 where nobody has said yet
	Log
	Mouthed []string   `json:"mouthed"`
	At      *time.Time `json:"at,omitzero"`
	By      string     `json:"by,omitzero"`
	Given   int        `json:"given"` // pieces that were given out
	Offered Offered    `json:"offered"`
	// Changes are what is done otherwise next time.
	Changes []Lesson `json:"changes"`
	// Mouthing are children who are not noted as mouthing and were seen to.
	Mouthing []string `json:"mouthing"`
	// Corrected is how often it was said anew.
	Corrected int `json:"corrected,omitzero"`
}

// Offered is what a set-up was for its room when it opened, as the record keeps it.
type Offered struct {
	Name     string `json:"name" max:"200"`
	Room     string `json:"room" max:"60"`
	RoomID   string `json:"room_id" max:"36"`
	PlayAt   string `json:"play_at" max:"20"`
	What     string `json:"what" max:"400"`
	Verdict  string `json:"verdict,omitzero"`
	Mark     string `json:"mark,omitzero"`
	Contains string `json:"contains" max:"400"`
	Perhaps  string `json:"perhaps,omitzero" max:"400"` // what it may have held besides
	// Conditions are what an adult did, in the words of the day, which nothing reads; Precautions are the same by
	// their ids and figures.
	Conditions  []string `json:"conditions" max:"60" each:"400"`
	Precautions []string `json:"precautions,omitzero" max:"60" each:"400"`
	Children    int      `json:"children"`
	Adults      int      `json:"adults"`
	// Reason says why it could not be judged.
	Reason string `json:"reason,omitzero" max:"2000"`
}

// Lesson is something that is done otherwise, by how a set-up went.
type Lesson struct {
	ID    string  `json:"id"`
	From  string  `json:"from_name"` // the set-up that it was learnt of
	On    string  `json:"on"`        // when that was
	What  string  `json:"what"`      // portion, depth or each
	About string  `json:"about"`     // id of the recipe, the filler or the thing
	Was   float64 `json:"was"`
	To    float64 `json:"to"`
	Words string  `json:"words"`
	Why   string  `json:"why"`
	// Carried are the plans that were changed by it; Undone says that it was taken back.
	Carried []string `json:"carried"`
	Undone  bool     `json:"undone,omitzero"`
	// Here says that the plan that was asked about was changed by it.
	Here bool `json:"here,omitzero"`
}

// Record is a line of what was offered.
type Record struct {
	SetupID string `json:"setup_id"`
	Offered
	Logged  bool   `json:"logged"`
	Watched string `json:"watched,omitzero"`
	Again   string `json:"again,omitzero"`
	Minutes int    `json:"minutes,omitzero"`
	Mess    int    `json:"mess,omitzero"`
	Word    string `json:"word,omitzero"`
	// Corrected is how often it was said anew.
	Corrected int `json:"corrected,omitzero"`
	// Later is what came after play began, in order: what was offered stays as it was.
	Later []RecordLine `json:"later,omitzero"`
}

// RecordLine is something that somebody did or said after play began.
type RecordLine struct {
	At   string `json:"at"`          // by the clock on the centre's wall: 2026-11-24T09:45
	By   string `json:"by,omitzero"` // empty for somebody who is not there any more
	What string `json:"what"`        // logged, corrected, changed, deleted, restored or found
	// Watched and CountedIn are what was said of these; CountedIn is nil where nobody counted.
	Watched   string `json:"watched,omitzero"`
	CountedIn *int   `json:"counted_in,omitzero"`
}

// RecordPage is what was offered in some days, latest first.
type RecordPage struct {
	Records []Record `json:"records"`
	Next    string   `json:"next,omitzero"`
}

// Stray is what was not counted in: it is looked for until it is found.
type Stray struct {
	SetupID string `json:"setup_id"`
	Name    string `json:"name"`
	Room    string `json:"room"`
	On      string `json:"on"`
	Missing int    `json:"missing"`
}

// ToLog is a set-up that has opened, of which nobody has said how it went.
type ToLog struct {
	SetupID string `json:"setup_id"`
	Name    string `json:"name"`
	Room    string `json:"room"`
	PlayAt  string `json:"play_at"`
}

// mostMinutes is the longest that a set-up is said to have held anybody.
const mostMinutes = 300

// Trimmed returns the log without space around what was typed.
func (l Log) Trimmed() Log {
	l.Watched, l.Word, l.OwnThing = strings.TrimSpace(l.Watched), strings.TrimSpace(l.Word),
		strings.TrimSpace(l.OwnThing)
	return l
}

// Check reports what of a log cannot be.
func (l Log) Check(given int) *strict.Fault {
	switch {
	case !slices.Contains([]string{"", "yes", "no"}, l.Again):
		return strict.Bad("/again", "Say whether it is offered again: yes or no.")
	case !slices.Contains([]string{"", "simpler", "right", "harder"}, l.Level):
		return strict.Bad("/level", "Say whether the next one is simpler, just right or harder, or leave it.")
	case l.Mess < 0 || l.Mess > 3:
		return strict.Bad("/mess", "Mess is 1, 2 or 3.")
	case l.Minutes < 0 || l.Minutes > mostMinutes:
		return strict.Bad("/minutes", "It held them between 0 and %d minutes.", mostMinutes)
	case l.Left != nil && !(*l.Left >= 0 && *l.Left <= 1):
		return strict.Bad("/left", "What was left is a share between nothing and all.")
	case l.Short && l.Left != nil && *l.Left > 0:
		return strict.Bad("/short", "It ran short, or something was left: not both.")
	case l.CountedIn != nil && (*l.CountedIn < 0 || *l.CountedIn > given):
		return strict.Bad("/counted_in", "%d pieces were given out: count in between 0 and that.", given)
	}
	for i, a := range l.Added {
		if a.ItemID == "" || !(a.Grams > 0 && a.Grams <= maxBatch) { // it is in what is left, and never nothing
			return strict.Bad("/added", "Line %d: say what was added, and about how many grams.", i+1)
		}
	}
	return nil
}
