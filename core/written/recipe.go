package written

import "time"

// Recipe is a recipe as people type it, a line for each ingredient and step.
type Recipe struct {
	Name        string   `json:"name" max:"80"`
	Kind        string   `json:"kind" max:"40"`
	Measures    string   `json:"measures"` // whose cups and spoons it is written in
	Lines       string   `json:"lines" max:"20000" text:"lines"`
	Steps       string   `json:"steps" max:"20000" text:"lines"`
	Keeps       string   `json:"keeps" max:"200"`
	Heated      bool     `json:"heated"` // the whole mix is brought to 80 C by probe
	Hot         bool     `json:"hot"`    // made with boiling water only
	LossPercent float64  `json:"loss_percent"`
	PH          *float64 `json:"ph,omitzero"` // by a test strip
	// Confirmed says that somebody who saved it saw how its keeping is understood.
	Confirmed bool `json:"keeps_confirmed,omitzero"`
	// OwnMeasures are those of the room that the lines name: a glass stays what it was when the
	// recipe was written.
	OwnMeasures []NamedVolume `json:"own_measures,omitzero" max:"6"`
}

// RecipeInput is a recipe to be saved over the version last read; 0 creates it.
type RecipeInput struct {
	Version int    `json:"version"`
	Recipe  Recipe `json:"recipe"`
}

// OwnRecipe is a stored recipe.
type OwnRecipe struct {
	ID      string `json:"id"`
	Version int    `json:"version"`
	Recipe  Recipe `json:"recipe"`
}

// RecipePage is a recipe with its earlier versions, latest first.
type RecipePage struct {
	ID       string         `json:"id"`
	Own      bool           `json:"own"`
	Version  int            `json:"version,omitzero"`
	Recipe   Recipe         `json:"recipe"`
	Also     []string       `json:"also"`
	Basis    string         `json:"basis"`
	Versions []SavedVersion `json:"versions"`
}

// SavedVersion is when a version was saved.
type SavedVersion struct {
	Version int       `json:"version"`
	SavedAt time.Time `json:"saved_at"`
}

// DraftInput is a recipe to be read for a room.
type DraftInput struct {
	RoomID string `json:"room_id" max:"36"`
	Recipe Recipe `json:"recipe"`
}

// RecipeDraft is how a recipe reads as it is typed, and what it is for a room as far as
// it can be read.
type RecipeDraft struct {
	Lines       []ReadLine   `json:"lines"`
	Faults      []DraftFault `json:"faults"`
	MixedG      float64      `json:"mixed_g"`
	Steps       []Step       `json:"steps"`
	Hot         bool         `json:"hot"`
	Verdict     string       `json:"verdict,omitzero"`
	Mark        string       `json:"mark,omitzero"`
	Ready       bool         `json:"ready"`
	Keeps       string       `json:"keeps,omitzero"`
	LinesJudged []Line       `json:"lines_judged,omitzero"`
	// Raw says, in a sentence, that the mix counts as raw though it is said to be heated.
	Raw string `json:"raw,omitzero"`
	// Unlisted says, in a sentence, what steps put in and no line lists.
	Unlisted string  `json:"unlisted,omitzero"`
	Nature   *Nature `json:"nature,omitzero"`
}

// ReadLine is one ingredient line as it was understood.
type ReadLine struct {
	Number   int         `json:"number"`
	Text     string      `json:"text"`
	ItemID   string      `json:"item_id,omitzero"`
	Name     string      `json:"name,omitzero"`
	Grams    *float64    `json:"grams,omitzero"`
	Share    *float64    `json:"share,omitzero"` // of what could be read
	AsNeeded bool        `json:"as_needed,omitzero"`
	Note     string      `json:"note"`
	Fault    string      `json:"fault"`
	Like     []NamedItem `json:"like"`
}

// DraftFault is a sentence on one field of a recipe.
type DraftFault struct {
	Field    string `json:"field"`
	Sentence string `json:"sentence"`
}

// NamedItem is a thing by its id and name.
type NamedItem struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// RecipeCard is a recipe as it is for one room at the portion of its youngest.
type RecipeCard struct {
	ID             string   `json:"id"`
	Name           string   `json:"name"`
	Own            bool     `json:"own"`
	Also           []string `json:"also"`
	Kind           string   `json:"kind"`
	MinutesHands   int      `json:"minutes_hands"`
	MinutesWaiting int      `json:"minutes_waiting"`
	Heat           bool     `json:"heat"`
	ChildrenHelp   bool     `json:"children_help"`
	PortionG       float64  `json:"portion_g"`
	Judged
	Reason       string   `json:"reason"`
	NotTasteSafe []string `json:"not_taste_safe"`
	Stable       bool     `json:"stable"`
	Keeps        string   `json:"keeps"`
	Lacking      []string `json:"lacking"` // names of ingredients that are not in the cupboard
}

// Shape is something to be formed of a mix.
type Shape struct {
	Mould     string    `json:"mould"` // ball, snake, slab or line
	LengthsMM []float64 `json:"lengths_mm" max:"3"`
	Count     int       `json:"count"`
}

// RecipeOrder says what of a recipe is to be made.
type RecipeOrder struct {
	RoomID       string   `json:"room_id" max:"36"`
	RecipeID     string   `json:"recipe_id" max:"64"`
	By           string   `json:"by"`                 // what says how much: children, shapes, vessel, cupboard
	Children     *int     `json:"children,omitzero"`  // as many as the room has when left out
	PortionG     *float64 `json:"portion_g,omitzero"` // by each child's age when left out
	Shapes       []Shape  `json:"shapes,omitzero" max:"8"`
	VesselID     string   `json:"vessel_id,omitzero" max:"64"`
	DepthMM      float64  `json:"depth_mm,omitzero"`
	VolumeML     float64  `json:"volume_ml,omitzero"` // in place of a vessel and a depth
	SparePercent float64  `json:"spare_percent,omitzero"`
	Colours      *int     `json:"colours,omitzero"`
	PotML        float64  `json:"pot_ml,omitzero"`
	Use          string   `json:"use,omitzero"`
	Learned      bool     `json:"learned,omitzero"` // start from what earlier batches needed
}

// AdditionInput is what was worked into a batch.
type AdditionInput struct {
	ItemID  string  `json:"item_id" max:"64"`
	Share   float64 `json:"share"` // of the mass of the batch
	Symptom string  `json:"symptom" max:"40"`
}

// RecipeImport is a recipe as schema.org JSON-LD, or as it was pasted whole: exactly one of them.
type RecipeImport struct {
	JSONLD string `json:"jsonld,omitzero" text:"file"`
	Text   string `json:"text,omitzero" max:"40000" text:"lines"`
}

// BookRecipe is a recipe that a set-up can start from.
type BookRecipe struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Kind    string `json:"kind"`
	Minutes int    `json:"minutes"`
}

// RecipeKind is what mixes are called together.
type RecipeKind struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	Own   bool   `json:"own"` // a centre may write recipes of this kind itself
}

// Book is what a set-up can start from.
type Book struct {
	Kinds         []RecipeKind `json:"kinds"`
	Measures      []string     `json:"measures"` // labels of what may hang in a drawer, largest first
	UsualMeasures []string     `json:"usual_measures"`
	Recipes       []BookRecipe `json:"recipes"`
	Vessels       []Vessel     `json:"vessels"`
	Cups          []BookCup    `json:"cups"` // to sort into, those in the cupboard first
}

// BookCup is something that each colour of a set can be sorted into.
type BookCup struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Here bool   `json:"here"` // in the cupboard
}
