package written

// Room is a room with its children, all that is kept of it.
type Room struct {
	Name     string `json:"name" max:"60"`
	Adults   int    `json:"adults"`
	Measures string `json:"measures"` // whose cups and spoons: us, metric, australian
	// labels of what hangs in the kitchen; the usual set when empty
	Drawer []string `json:"drawer" max:"16" each:"40"`
	// OwnMeasures are vessels of the room, or handfuls, that were filled once and weighed.
	OwnMeasures []OwnMeasure `json:"own_measures,omitzero" max:"6"`
	NutFree     bool         `json:"nut_free"`
	Illness     bool         `json:"illness"` // something catching is going round
	Pet         bool         `json:"pet"`     // an animal lives in the room or comes into it
	// Customs are what families here keep from: a note, never a verdict.
	Customs []string `json:"customs,omitzero" max:"5" each:"20"`
	// Strikes are lines of the centre's routine that are not done here.
	Strikes []string `json:"strikes,omitzero" max:"7" each:"10"`
	// Prep is when hands of the room are free to prepare for it, and PrepHands how many adults of it then
	// are; where both are left out it is prepared for with everybody else.
	Prep      []PrepWindow `json:"prep,omitzero" max:"6"`
	PrepHands int          `json:"prep_hands,omitzero"`
	Children  []Child      `json:"children" max:"60"`
}

// OwnMeasure is what a vessel, or a hand, held when it was filled level and weighed once.
type OwnMeasure struct {
	Name   string  `json:"name" max:"40"`
	With   string  `json:"with" max:"64"` // the id of what it was filled with
	Grams  float64 `json:"grams"`
	Scoops bool    `json:"scoops"` // amounts may come in it
}

// NamedVolume is a measure by its name, with what it holds.
type NamedVolume struct {
	Name string  `json:"name" max:"40"`
	ML   float64 `json:"ml"`
}

// Child is all that is kept of a child.
type Child struct {
	ID       string `json:"id" max:"36"`
	Initials string `json:"initials" max:"10"` // two letters; never a name
	Born     string `json:"born" max:"10"`     // month, 2024-05
	Mouths   string `json:"mouths"`            // yes, no or unknown
	// DevelopmentalMonths is the age that the educator judges by; null where nobody has said.
	DevelopmentalMonths *int      `json:"developmental_months"`
	Allergies           []Allergy `json:"allergies" max:"20"`
	Needs               Needs     `json:"needs"`
}

// Allergy is one declared allergy.
type Allergy struct {
	To   string `json:"to"`
	By   string `json:"by"`                     // eating or touch
	Note string `json:"note,omitzero" max:"60"` // what is meant by other
}

// Needs is the little more that a rule asks about a child.
type Needs struct {
	// Swallowing is pica, a feeding difficulty or seizures: read as mouthing.
	Swallowing bool `json:"swallowing,omitzero"`

	Asthma bool     `json:"asthma"`
	Eczema bool     `json:"eczema"` // or sore skin
	Eaten  []string `json:"eaten" max:"20"`
	Avoids []string `json:"avoids" max:"4"` // sticky, wet, loud, scented
	Seeks  []string `json:"seeks" max:"4"`
}

// ClassInput is a class as it is typed or pasted, a child a line.
type ClassInput struct {
	Lines string `json:"lines" max:"8000" text:"lines"`
}

// ClassLine is one line of a class, with the child that it was read as, or why it was not.
type ClassLine struct {
	Number int    `json:"number"`
	Text   string `json:"text"`
	Child  *Child `json:"child,omitzero"`
	Fault  string `json:"fault,omitzero"`
}

// RoomInput is a room to be saved over the version last read; 0 creates it.
type RoomInput struct {
	Version int `json:"version"`
	Room
}

// StoredRoom is a room as it is answered, with its children as the rules see them today.
type StoredRoom struct {
	ID      string `json:"id"`
	Version int    `json:"version"`
	Room
	Group Group `json:"group"`
	// Holds is what the room's own measures hold, in their order.
	Holds []NamedVolume `json:"holds"`
	// Unreadable says why what is stored does not read; everything else is then empty but
	// the name, and nothing can be judged for the room.
	Unreadable string `json:"unreadable,omitzero"`
}

// Group is the children of a room on a day, as the rules see them.
type Group struct {
	Children       int    `json:"children"`
	Adults         int    `json:"adults"`
	AdultsNeeded   int    `json:"adults_needed"`
	YoungestMonths int    `json:"youngest_months"` // the least effective age
	YoungestWords  string `json:"youngest_words"`
	// PortionG is what one child has of a mix where nobody says otherwise; absent where there are no children.
	PortionG float64 `json:"portion_g,omitzero"`
	Ages     []Age   `json:"ages"`
}

// Age is one child of a group.
type Age struct {
	Initials string `json:"initials"`
	Months   int    `json:"months"`
	CountsAs int    `json:"counts_as"` // the effective age that every rule uses
	Mouths   string `json:"mouths"`
}
