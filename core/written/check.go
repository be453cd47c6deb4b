package written

// CheckInput asks about one thing: one of ItemID, Words or Described. Words may end in an
// age, as in "dried peas 26 months", and the age alone counts beside the others. Answer is one of the answers to the
// question that the words raised.
type CheckInput struct {
	ItemID    string     `json:"item_id,omitzero" max:"64"`
	Words     string     `json:"words,omitzero" max:"120"`
	Answer    string     `json:"answer,omitzero" max:"120"`
	Described *Described `json:"described,omitzero"`
	Use       string     `json:"use"`
	PortionG  *float64   `json:"portion_g,omitzero"`
	RoomID    string     `json:"room_id,omitzero" max:"36"` // for one room alone
}

// CheckAnswer is the verdicts on one thing. Found is false when the words name nothing on
// the shelf; the verdicts are then Measure first.
type CheckAnswer struct {
	Name     string         `json:"name"`
	Detail   string         `json:"detail"`
	ItemID   string         `json:"item_id,omitzero"`
	RecipeID string         `json:"recipe_id,omitzero"`
	Found    bool           `json:"found"`
	Meant    string         `json:"meant,omitzero"`    // the name taken for a slip of the finger
	Said     []string       `json:"said,omitzero"`     // what the words say of it: its states, what its packet claims
	Question *Question      `json:"question,omitzero"` // of words that mean several things
	Nearest  []ShelfItem    `json:"nearest,omitzero"`  // of words that mean nothing; what an answer leaves of a family
	Asking   *Asking        `json:"asking,omitzero"`   // of words that mean nothing, or what is described by answers
	Gauge    *Gauge         `json:"gauge,omitzero"`
	For      []CheckVerdict `json:"for"`
}

// Question tells apart what words mean, by its answers; Given is the one that was given.
type Question struct {
	Text    string   `json:"text"`
	Answers []string `json:"answers"`
	Given   string   `json:"given,omitzero"`
	Waits   bool     `json:"waits"` // some verdict waits for the answer
}

// CheckVerdict is the verdict for one room, or for a child of an age.
type CheckVerdict struct {
	Who    string `json:"who"`
	RoomID string `json:"room_id,omitzero"`
	Judged
	Findings []Finding `json:"findings"`
	PortionG float64   `json:"portion_g,omitzero"` // a usual portion, where nobody named one
}

// Point is x and y in mm.
type Point [2]float64

// Gauge is the small-parts cylinder with a piece in the best position found, in mm. The
// side section looks along y: x runs to the deep side of the floor, the rim is at 0 and
// down is negative. The top view looks down: x and y.
type Gauge struct {
	Fits      bool      `json:"fits"`
	Unsure    bool      `json:"unsure"` // an irregular thing that may or may not fit
	Ball      bool      `json:"ball"`   // it drops through the small-ball hole
	Round     bool      `json:"round"`  // it counts as a ball
	Squeezed  bool      `json:"squeezed"`
	Size      string    `json:"size"`
	ExtentsMM []float64 `json:"extents_mm"`
	Side      []Point   `json:"side"`
	Top       []Point   `json:"top"`
}

// ShelfItem is a thing of the shelf by name; a mix of the book or a family of things in a
// search for what to check.
type ShelfItem struct {
	ID     string   `json:"id"`   // empty for a family
	Kind   string   `json:"kind"` // thing, mix or family
	Name   string   `json:"name"`
	Also   []string `json:"also"`
	Parts  []string `json:"parts"`
	Detail string   `json:"detail"`
}

// BoardItem is a thing of the shelf with its mark for one room and use.
type BoardItem struct {
	ID     string   `json:"id"`
	Name   string   `json:"name"`
	Detail string   `json:"detail"`
	Kind   string   `json:"kind"` // where it stands on the shelf; empty for a centre's own
	Parts  []string `json:"parts"`
	Feel   []string `json:"feel"`
	Judged
	Reason     string `json:"reason"`
	Own        bool   `json:"own"`
	InCupboard bool   `json:"in_cupboard"`
}

// Swap is something to take in place of a thing, which passes the same check.
type Swap struct {
	ItemID   string `json:"item_id"` // empty for a recipe
	RecipeID string `json:"recipe_id,omitzero"`
	Name     string `json:"name"`
	Judged
	Changes    []string `json:"changes"`
	InCupboard bool     `json:"in_cupboard"`
}

// SwapsInput asks for swaps for the base or one item of a plan.
type SwapsInput struct {
	RoomID string    `json:"room_id" max:"36"`
	PlayAt string    `json:"play_at" max:"16"`
	Base   *Base     `json:"base,omitzero"`
	Item   *PlanItem `json:"item,omitzero"`
	// NotHere asks for what in the cupboard does the same, whatever is thought of the thing itself.
	NotHere bool `json:"not_here,omitzero"`
}

// RoomVerdict is the verdict on a thing for one room, with swaps where it does not go in.
type RoomVerdict struct {
	RoomID string `json:"room_id"`
	Who    string `json:"who"`
	Judged
	Findings []Finding `json:"findings"`
	Swaps    []Swap    `json:"swaps"`
}

// ItemPage is what a thing is, with its verdict and swaps for every room.
type ItemPage struct {
	ID         string   `json:"id"`
	Name       string   `json:"name"`
	Also       []string `json:"also"`
	Parts      []string `json:"parts"`
	Detail     string   `json:"detail"`
	Contains   string   `json:"contains"`
	MayContain string   `json:"may_contain"`
	Usually    string   `json:"usually_contains"` // what most packets of it hold
	Traits     []string `json:"traits"`
	Feel       []string `json:"feel"`
	Manner     []Shown  `json:"manner"`
	Keeps      string   `json:"keeps"`
	// how its keeping is understood, where nobody has looked at that yet
	ToConfirm  string        `json:"to_confirm,omitzero"`
	Cost       string        `json:"cost,omitzero"`
	CupG       float64       `json:"cup_g,omitzero"` // what one US cup weighs
	Basis      string        `json:"basis"`
	Own        bool          `json:"own"`
	Version    int           `json:"version,omitzero"` // of an own thing
	InCupboard bool          `json:"in_cupboard"`
	Row        Thing         `json:"row"`
	Rooms      []RoomVerdict `json:"rooms"`
	Gauge      *Gauge        `json:"gauge,omitzero"`
}

// Shown is one side of how a thing shows itself in play: "In water", "floats".
type Shown struct {
	What string `json:"what"`
	Says string `json:"says"`
}

// AidCard says what to do when something has happened.
type AidCard struct {
	ID       string    `json:"id"`
	Title    string    `json:"title"`
	Call     string    `json:"call"` // when to call the emergency or poison number
	Steps    []AidStep `json:"steps"`
	Source   string    `json:"source"`
	Standing string    `json:"standing"`
}

// AidStep is one thing an adult does, and the rooms where it is done otherwise.
type AidStep struct {
	Do  string   `json:"do"`
	Not []AidNot `json:"not,omitzero"`
}

// AidNot says why what a step takes does not go in for a room, and what is done instead.
type AidNot struct {
	Room  string `json:"room"`
	Thing string `json:"thing"`
	Judged
	Reason string `json:"reason"`
	Else   string `json:"else"`
}

// ListInput is a list of things as CSV text, to be checked against a room.
type ListInput struct {
	RoomID  string       `json:"room_id" max:"36"`
	CSV     string       `json:"csv" text:"file"`
	Answers []ListAnswer `json:"answers,omitzero" max:"200"` // to the questions of a report
}

// ListAnswer answers the question of a family for every row that names it.
type ListAnswer struct {
	Name   string `json:"name" max:"120"`
	Answer string `json:"answer" max:"120"`
}

// ListQuestion is asked once about every row that names a family.
type ListQuestion struct {
	Name string `json:"name"`
	Rows int    `json:"rows"`
	Question
}

// ListRow is the answer for one row of a list.
type ListRow struct {
	Name string `json:"name"`
	Judged
	Rules []string `json:"rules"`
	Why   string   `json:"why"`
	Swap  string   `json:"swap"`
	Taken string   `json:"taken,omitzero"` // what the name was taken for, where that is called otherwise
}

// ListReport is the answer for a list.
type ListReport struct {
	Rows      []ListRow      `json:"rows"`
	Questions []ListQuestion `json:"questions"`
	CSV       string         `json:"csv"` // the list with verdict, rules, why and swap
}

// Rule is one rule of the rule book.
type Rule struct {
	ID        string        `json:"id"`
	Title     string        `json:"title"`
	Family    string        `json:"family"`
	Threshold string        `json:"threshold"`
	Source    string        `json:"source"`
	Standing  string        `json:"standing"`
	Tunable   bool          `json:"tunable"`
	Examples  []RuleExample `json:"examples"`
}

// RuleExample is one example of a rule.
type RuleExample struct {
	Words  string `json:"words"`
	Who    string `json:"who"`
	Months int    `json:"months"` // how old the child is
	Use    string `json:"use"`
	Judged
}
