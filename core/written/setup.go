package written

import (
	"fmt"
	"slices"
	"time"

	"emblo/core/strict"
)

// Base is what fills a place: a mix (recipe, portion, colours), or fillers poured to a depth; a
// vessel without a filler holds only what lies in it.
type Base struct {
	Kind     string   `json:"kind"` // mix or fill
	RecipeID string   `json:"recipe_id,omitzero" max:"64"`
	PortionG *float64 `json:"portion_g,omitzero"`
	Colours  *int     `json:"colours,omitzero"` // equal parts; 1 when left out
	PotML    *float64 `json:"pot_ml,omitzero"`  // the pot or bowl that a mix is made in
	ItemID   string   `json:"item_id,omitzero" max:"64"`
	// Done is what was done to that thing, as "frozen".
	Done     []string `json:"done,omitzero" max:"6" each:"20"`
	VesselID string   `json:"vessel_id,omitzero" max:"64"`
	DepthMM  *float64 `json:"depth_mm,omitzero"`
	// Unsized is how much there is, where nobody knows yet how much one container of it holds; no depth_mm beside it.
	Unsized *Unsized `json:"unsized,omitzero"`
	Vessels *int     `json:"vessels,omitzero"` // as many as give every child rim when left out
	Use     string   `json:"use,omitzero"`     // open when left out
	// More are further fillers of the same vessel: over the first, from the floor up, or side by
	// side with it in equal parts.
	More       []Layer `json:"more,omitzero" max:"10"`
	SideBySide bool    `json:"side_by_side,omitzero"`
	Frozen     bool    `json:"frozen,omitzero"` // it is frozen in its vessel and turned out
	// BatchID is a batch that the mix is taken from, which is then not made anew.
	BatchID string `json:"batch_id,omitzero" max:"36"`
}

// Layer is a further filler, and how thick it lies.
type Layer struct {
	ItemID  string   `json:"item_id" max:"64"`
	Done    []string `json:"done,omitzero" max:"6" each:"20"`
	DepthMM float64  `json:"depth_mm"` // 0 where it is unsized
	Unsized *Unsized `json:"unsized,omitzero"`
}

// Unsized is an amount that was said and cannot be reckoned yet: so many of a container of which nobody has said how
// much is in one; some, where no container is named.
type Unsized struct {
	In    string  `json:"in,omitzero" max:"40"`
	Count float64 `json:"count"`
}

// Told is one answer to what was asked of a thing that nobody knows.
type Told struct {
	Question string    `json:"question" max:"40"`
	Unknown  bool      `json:"unknown,omitzero"` // nobody knows
	Picks    []string  `json:"picks,omitzero" max:"60" each:"60"`
	Of       []string  `json:"of,omitzero" max:"20" each:"60"`     // what was offered, where that varies
	Unsure   []string  `json:"unsure,omitzero" max:"20" each:"60"` // of that, what nobody knows
	Solid    string    `json:"solid,omitzero"`
	SizesMM  []float64 `json:"sizes_mm,omitzero" max:"3"`
	Figure   *float64  `json:"figure,omitzero"`
}

// Described is a thing measured by hand, or by answers alone. What is left out is not known,
// and is never cleared.
type Described struct {
	Name string `json:"name" max:"60"`
	// Told are the answers, in the order they were given; then nothing below is set.
	Told    []Told    `json:"told,omitzero" max:"40"`
	Form    string    `json:"form,omitzero"`
	Solid   string    `json:"solid,omitzero"`
	SizesMM []float64 `json:"sizes_mm,omitzero" max:"3"`
	Traits  []string  `json:"traits,omitzero" max:"20" each:"60"`
	// NothingElse says that the traits given are all there are.
	NothingElse bool     `json:"nothing_else,omitzero"`
	Contents    string   `json:"contents,omitzero"` // unknown or listed
	Allergens   []string `json:"allergens,omitzero" max:"20"`
	MayContain  []string `json:"may_contain,omitzero" max:"20"`
	SaltPercent *float64 `json:"salt_percent,omitzero"`
}

// PlanItem is one line of a place or beside all of them: a thing of the shelf, or one that is
// described.
type PlanItem struct {
	ID        string     `json:"id" max:"36"` // of the line, made by the client
	ItemID    string     `json:"item_id,omitzero" max:"64"`
	Described *Described `json:"described,omitzero" over:"whole"`
	Each      int        `json:"each"` // pieces for each child; 0 where it is unsized
	Unsized   *Unsized   `json:"unsized,omitzero"`
	Shared    bool       `json:"shared,omitzero"` // each is for all the children together
	Use       string     `json:"use"`
	Colours   int        `json:"colours,omitzero"`         // to sort by, in equal parts; any colour when left out
	CupID     string     `json:"cup_id,omitzero" max:"64"` // what each colour is sorted into
}

// Place is one place of a set-up: a tub, a tray, a row of bags.
type Place struct {
	ID    string     `json:"id" max:"36"` // made by the client
	Name  string     `json:"name,omitzero" max:"40"`
	Base  *Base      `json:"base,omitzero"`
	Items []PlanItem `json:"items" max:"60"`
	// Through is what its things are to go through.
	Through *Through `json:"through,omitzero"`
}

// Through is what things are to go through.
type Through struct {
	Way string  `json:"way"` // hole or lane
	MM  float64 `json:"mm"`
}

// Plan is a set-up to be answered, saved or not.
type Plan struct {
	RoomID string     `json:"room_id" max:"36"`
	PlayAt string     `json:"play_at" max:"16"` // the centre's wall clock, 2026-11-24T09:45
	Places []Place    `json:"places" max:"20"`
	Beside []PlanItem `json:"beside" max:"60"` // what all places share
	// Labels are what the packets that are used say of their things.
	Labels []PacketLabel `json:"labels,omitzero" max:"20" over:"whole"`
	// Play is who plays, where that is not everybody of the room at once.
	Play *Play `json:"play,omitzero"`
	// Have is what somebody looked for and found, whatever the cupboard says.
	Have []Have `json:"have,omitzero" max:"60" over:"whole"`
}

// Have is a thing of which somebody has seen that there is enough for a set-up, and how much it took of it then: where
// it takes more, it is asked about again.
type Have struct {
	ItemID string  `json:"item_id" max:"64"`
	Amount float64 `json:"amount"` // g, or pieces of what is counted
}

// PacketLabel is what the packet of a thing that a set-up uses says.
type PacketLabel struct {
	ItemID      string   `json:"item_id" max:"64"`
	Free        []string `json:"free,omitzero" max:"20" each:"40"`
	HeatTreated bool     `json:"heat_treated,omitzero"`
}

// Setup is a set-up as it is kept.
type Setup struct {
	Name     string `json:"name" max:"60"`
	Template bool   `json:"template,omitzero"` // it is kept to start others from
	// Doers say who does each precaution; nothing of the answer hangs on them.
	Doers []Doer `json:"doers,omitzero" max:"60"`
	Plan
}

// Doer is who does one precaution, by its id.
type Doer struct {
	ID string `json:"id" max:"120"`
	By string `json:"by" max:"40"`
}

// Checked returns a set-up to be kept with its names trimmed; a fault names what is missing in it.
func (s Setup) Checked() (Setup, *strict.Fault) {
	var f *strict.Fault
	if s.Name, f = name("/name", s.Name, "Give the set-up a name"); f != nil {
		return s, f
	}
	s.Doers = slices.Clone(s.Doers)
	for i := range s.Doers {
		d, at := &s.Doers[i], fmt.Sprintf("/doers/%d", i)
		if d.ID == "" || slices.ContainsFunc(s.Doers[:i], func(o Doer) bool { return o.ID == d.ID }) {
			return s, strict.Bad(at+"/id", "Say who does each precaution once.")
		}
		if d.By, f = name(at+"/by", d.By, "Say who does it"); f != nil {
			return s, f
		}
	}
	return s, nil
}

// SetupInput is a set-up to be saved over the version last read; 0 creates it.
type SetupInput struct {
	Version int `json:"version"`
	Setup
}

// StoredSetup is a set-up as it was saved.
type StoredSetup struct {
	ID      string    `json:"id"`
	Version int       `json:"version"`
	SavedAt time.Time `json:"saved_at"`
	Setup
}

// SavedSetup is the answer to a save: what is stored, and what it is for its room.
type SavedSetup struct {
	Setup  StoredSetup `json:"setup"`
	Answer Answer      `json:"answer"`
}

// SetupSummary is one set-up of the list.
type SetupSummary struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	RoomID   string `json:"room_id"`
	RoomName string `json:"room_name"`
	PlayAt   string `json:"play_at"`
	// Late says that what is left of its prep cannot be over in time any more.
	Late bool `json:"late,omitzero"`
	// Missing is what is missing before it is ready, of one that is still to open.
	Missing []Missing `json:"missing,omitzero"`
	Clashes []Clash   `json:"clashes,omitzero"`
	Digest
}

// Digest is what a list says of a set-up.
type Digest struct {
	StartsBy string `json:"starts_by"`
	What     string `json:"what"`             // the base and how much of it, in words
	Verdict  string `json:"verdict,omitzero"` // absent while it has none: empty, or not to be judged
	Mark     string `json:"mark,omitzero"`
	Ready    bool   `json:"ready"`
	Reason   string `json:"reason"` // of the worst finding; empty when nothing objects
}

// SetupPage is one page of the list; Next is the cursor of the next, "" for none.
type SetupPage struct {
	Now    string         `json:"now"` // the centre's wall clock
	Setups []SetupSummary `json:"setups"`
	Next   string         `json:"next"`
}

// Start is a set-up to begin from, with what is in the cupboard. Its ids are only there to be told
// apart.
type Start struct {
	Aim string `json:"aim"`
	Judged
	With []string `json:"with"` // what is in it, by name
	// Missing is what is missing before it is ready.
	Missing []Missing  `json:"missing,omitzero"`
	Places  []Place    `json:"places"`
	Beside  []PlanItem `json:"beside"`
}
