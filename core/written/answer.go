package written

import (
	"emblo/core/safety"
	"emblo/core/strict"
)

// Judged is what every judged thing carries: the verdict, its mark, and whether it may go
// in, with a hand or without.
type Judged struct {
	Verdict string `json:"verdict"` // goes-in, with-a-hand, measure-first or keep-out
	// Mark is bowl, held-bowl, ruler or lid; outlined-bowl where a hand is needed for no more than
	// the routine of the room, which is shown quieter and never judged milder.
	Mark  string `json:"mark"`
	Ready bool   `json:"ready"`
}

// Finding is one objection to a thing.
type Finding struct {
	Rule  string `json:"rule"`
	Title string `json:"title"`
	Judged
	Reason   string   `json:"reason"`
	Numbers  []Number `json:"numbers"`
	Source   string   `json:"source"`
	Standing string   `json:"standing"` // quoted from memory or common practice
	Change   string   `json:"change"`   // what would change the verdict
	Do       []string `json:"do"`
	// Calls are those of Do, from 0, that say to call poison advice.
	Calls   []int  `json:"calls,omitzero"`
	Missing string `json:"missing,omitzero"` // the fact to find out
	// Way is how what is missing is found out: measure, read, ask or name; by an answer where it is left out.
	Way string `json:"way,omitzero"`

	text []byte // the finding as it is written out, once it is kept
}

// plainFinding is a finding that is written field by field.
type plainFinding Finding

// Kept returns the finding with how it is written out, for one that goes into many answers: the
// reasons are most of an answer. It must not be changed afterwards.
func (f Finding) Kept() Finding {
	f.text = strict.Write(plainFinding(f))
	return f
}

// MarshalJSON writes the finding; it never fails.
func (f Finding) MarshalJSON() ([]byte, error) {
	if f.text == nil {
		f = f.Kept()
	}
	return f.text, nil
}

// Number is a figure that a rule used, with its unit in the value.
type Number struct {
	Label string `json:"label"`
	Value string `json:"value"`
}

// Line is the answer for one thing.
type Line struct {
	Name string `json:"name"`
	Use  string `json:"use"`
	Judged
	Findings []Finding `json:"findings"`
	Detail   string    `json:"detail"`    // its size in words
	ExtentMM []float64 `json:"extent_mm"` // its smallest size by edges, shortest first; zeros when not measured
	Laid

	// Cares are what it asks of an adult, and CareTexts what each says; an answer tells them gathered.
	Cares     []safety.Care `json:"-"`
	CareTexts []string      `json:"-"`
}

// Scoop is so many fillings of a measure.
type Scoop struct {
	Label    string  `json:"label"`
	Count    int     `json:"count"`
	VolumeML float64 `json:"volume_ml"`
}

// Amount is how much of one ingredient.
type Amount struct {
	ItemID   string  `json:"item_id"`
	Name     string  `json:"name"`
	ExactG   float64 `json:"exact_g"`            // 0 of what is added as needed
	AsNeeded bool    `json:"as_needed,omitzero"` // nobody knows how much before the feel is right
	Scoops   []Scoop `json:"scoops"`
	Off      float64 `json:"off"`    // share by which the scoops miss the exact mass, negative when under
	Within   bool    `json:"within"` // false when no scoops come close enough and it should be weighed
}

// MixAnswer is how much of a mix to make.
type MixAnswer struct {
	Recipe    string   `json:"recipe"`
	NeedG     float64  `json:"need_g"`
	MadeG     float64  `json:"made_g"`
	MixedG    float64  `json:"mixed_g"`
	Movements int      `json:"movements"`
	PortionG  float64  `json:"portion_g"`
	Colours   int      `json:"colours"`
	ColourG   float64  `json:"colour_g"`
	Keeps     string   `json:"keeps"`
	Pots      int      `json:"pots,omitzero"` // equal batches for the pot that is named
	PotEachG  float64  `json:"pot_each_g,omitzero"`
	Nature    Nature   `json:"nature"`
	Amounts   []Amount `json:"amounts"`
	// Batch is what it is taken from; absent where it is made.
	Batch *TakenFrom `json:"batch,omitzero"`
}

// TakenFrom is a batch in store that a set-up is played with out of.
type TakenFrom struct {
	ID    string  `json:"id"`
	Name  string  `json:"name"`
	LeftG float64 `json:"left_g"`
}

// Nature is what a mix is, worked out from its ingredients.
type Nature struct {
	// water activity; absent when an ingredient is not known well enough
	Activity       float64 `json:"activity,omitzero"`
	ActivityMargin float64 `json:"activity_margin"`
	Stable         bool    `json:"stable"` // no time or temperature control is needed
	Class          string  `json:"class"`
	Hydration      float64 `json:"hydration,omitzero"` // water over dry flour by mass
	// SodiumMG is that of a 10 g taste, and TasteShare its part of the youngest child's day; both are absent where
	// NoSalt says what there is of which nobody knows how salty it is.
	SodiumMG     *float64 `json:"sodium_mg,omitzero"`
	TasteShare   *float64 `json:"taste_share,omitzero"`
	NoSalt       string   `json:"no_salt,omitzero"`
	NotTasteSafe []string `json:"not_taste_safe"`
	Stains       bool     `json:"stains"`
	Allergens    string   `json:"allergens"`
}

// Vessel is a vessel by its inside measures.
type Vessel struct {
	ID             string  `json:"id"`
	Name           string  `json:"name"`
	Shape          string  `json:"shape,omitzero"` // tub, round, bowl, bag, bottle, cells or wall; a tub when left out
	TopLengthMM    float64 `json:"top_length_mm"`
	TopWidthMM     float64 `json:"top_width_mm"`
	BottomLengthMM float64 `json:"bottom_length_mm"`
	BottomWidthMM  float64 `json:"bottom_width_mm"`
	HeightMM       float64 `json:"height_mm"`
	DeepestMM      float64 `json:"deepest_mm"` // the deepest fill: half the wall, or the layer of a bag
	// ClosedMM is the deepest fill under a lid, FrozenMM that of water to freeze.
	ClosedMM float64 `json:"closed_mm,omitzero"`
	FrozenMM float64 `json:"frozen_mm,omitzero"`
	HoldsML  float64 `json:"holds_ml,omitzero"` // at the deepest fill
	Cells    int     `json:"cells,omitzero"`    // of a tray of cells
	OuterMM  float64 `json:"outer_mm,omitzero"` // the wall of what it stands in
	Jar      bool    `json:"jar,omitzero"`      // whatever can be counted may fill it
	Closes   bool    `json:"closes,omitzero"`   // it can be closed so that nobody gets at what is in it
	Styles   []Style `json:"styles,omitzero"`
	UsualMM  float64 `json:"usual_mm,omitzero"` // how deep a filler is poured that nobody has said a depth for
	// Others are the ids of vessels that serve in its place, best first.
	Others []string `json:"others,omitzero"`
}

// Style is a way to play in a vessel with the depth that it takes.
type Style struct {
	Words   string  `json:"words"`
	DepthMM float64 `json:"depth_mm"`
}

// FillAnswer is how much to pour into a vessel.
type FillAnswer struct {
	Vessel     Vessel  `json:"vessel"`
	Tubs       int     `json:"tubs"`
	Seats      int     `json:"seats"`
	Turns      int     `json:"turns,omitzero"` // that the children take at the vessels; one when left out
	DepthMM    float64 `json:"depth_mm"`       // of all that is poured
	FindsML    float64 `json:"finds_ml,omitzero"`
	InAllG     float64 `json:"in_all_g"`
	SideBySide bool    `json:"side_by_side,omitzero"`
	// Poured are the fillers from the floor up, or side by side; none in a vessel for things alone.
	Poured []Poured `json:"poured"`
	Ice    *Ice     `json:"ice,omitzero"`
	Guess  *Guess   `json:"guess,omitzero"`
}

// Poured is how much of one filler.
type Poured struct {
	ItemID   string  `json:"item_id"`
	Name     string  `json:"name"`
	DepthMM  float64 `json:"depth_mm"`
	VolumeML float64 `json:"volume_ml"` // in one vessel, less what is hidden in it
	MassG    float64 `json:"mass_g"`    // in one vessel; 0 where nobody has weighed it
	InAllG   float64 `json:"in_all_g"`
	Cups     string  `json:"cups"`            // in one vessel, in cups of the room's measures, to a quarter
	Liquid   bool    `json:"liquid,omitzero"` // it can be frozen
	Child    *Scoop  `json:"child,omitzero"`  // the same in one small measure for a child to count
	// ReachesMM is how deep what is in the cupboard reaches in so many vessels, where it is known
	// to be less; Packs is how many more of the packs it was bought in are needed.
	ReachesMM *float64 `json:"reaches_mm,omitzero"`
	Packs     int      `json:"packs,omitzero"`
	LeftG     float64  `json:"left_g,omitzero"` // of those packs
}

// Ice is what comes out of vessels that stood in the freezer.
type Ice struct {
	Pieces  int     `json:"pieces"`
	EachG   float64 `json:"each_g"`
	Freezes string  `json:"freezes"`
	Lasts   string  `json:"lasts"`
}

// Guess is what can be counted in a jar that children look into.
type Guess struct {
	Least  int     `json:"least"`
	Most   int     `json:"most"`
	FewMM  float64 `json:"few_mm"`  // how large a piece is of which ten fill it
	MoreMM float64 `json:"more_mm"` // and of which twenty do
}

// PlaceAnswer is the answer for one place of a set-up.
type PlaceAnswer struct {
	ID      string      `json:"id"`
	Name    string      `json:"name"`             // what it is called, or what its vessel or mix is
	Verdict string      `json:"verdict,omitzero"` // absent while there is nothing in it
	Mark    string      `json:"mark,omitzero"`
	Ready   bool        `json:"ready"`
	Base    []Line      `json:"base"` // the mix, or each filler from the floor up
	Mix     *MixAnswer  `json:"mix,omitzero"`
	Fill    *FillAnswer `json:"fill,omitzero"`
	Lines   []Line      `json:"lines"` // what lies in it, then what stays whole in a mix
	Notes   []string    `json:"notes,omitzero"`
}

// Cost is what a set-up takes from the cupboard at its prices: in all and for one child, and what of it
// goes back after play.
type Cost struct {
	Coins     int      `json:"coins"`
	EachCoins int      `json:"each_coins"`
	BackCoins int      `json:"back_coins,omitzero"`
	Unpriced  []string `json:"unpriced"` // what is not in it, as nobody has said its price
}

// Answer is the answer to a plan.
type Answer struct {
	Verdict        string        `json:"verdict,omitzero"` // absent while there is nothing in it
	Mark           string        `json:"mark,omitzero"`
	Ready          bool          `json:"ready"`
	Group          Group         `json:"group"`
	Places         []PlaceAnswer `json:"places"`
	Beside         []Line        `json:"beside"` // what all places share
	MinutesHands   int           `json:"minutes_hands"`
	MinutesWaiting int           `json:"minutes_waiting"`
	StartBy        string        `json:"start_by"`
	Timeline       []TimedStep   `json:"timeline"` // in order, ending when play begins
	// Precautions are what an adult does beyond the routine, the most serious first; Covered what the routine does of
	// what is asked.
	Precautions []Care     `json:"precautions,omitzero"`
	Covered     []Care     `json:"covered,omitzero"`
	Baseline    []string   `json:"baseline"`
	Routine     []string   `json:"routine,omitzero"` // what is done at every tub anyway, a sentence each
	Short       []Shortage `json:"short,omitzero"`   // what of the missing there is known to be too little of, by mass
	Missing     []Missing  `json:"missing,omitzero"` // before it is ready, what asks for a look at the things first
	// Players are absent where everybody of the room plays at once.
	Players  *Players `json:"players,omitzero"`
	Cost     *Cost    `json:"cost,omitzero"`     // absent while nothing has a price
	Wear     []string `json:"wear,omitzero"`     // what to wear, and what lies on the floor
	Families string   `json:"families,omitzero"` // a note for the day before
	// Packets are what the packet of a thing may say that matters for these children, and whether the
	// set-up goes by it.
	Packets []Packet `json:"packets,omitzero"`
}

// Packet is something that the packet of a thing may say.
type Packet struct {
	ItemID      string   `json:"item_id"`
	Name        string   `json:"name"`
	Free        []string `json:"free"`
	HeatTreated bool     `json:"heat_treated"`
	Says        string   `json:"says"`
	Taken       bool     `json:"taken"` // the set-up goes by it
	Here        bool     `json:"here"`  // the cupboard has a jar that says so
}

// Shortage is what is missing of one ingredient.
type Shortage struct {
	Name     string  `json:"name"`
	MissingG float64 `json:"missing_g"`
}

// MakingAmount is an amount with what the cupboard holds of it.
type MakingAmount struct {
	Amount
	Share      float64  `json:"share"` // of the mixed mass
	ScoopedG   float64  `json:"scooped_g"`
	AsNeeded   bool     `json:"as_needed"`
	FromTap    bool     `json:"from_tap"`
	Choice     bool     `json:"choice,omitzero"` // which of several things it is has not been chosen
	HaveG      *float64 `json:"have_g,omitzero"` // absent when nobody has weighed it
	MissingG   *float64 `json:"missing_g,omitzero"`
	PackG      *float64 `json:"pack_g,omitzero"`
	PriceCoins *int     `json:"price_coins,omitzero"`
	Card       *Scoop   `json:"card,omitzero"` // the same in one small measure for a child to count
	CardOff    *float64 `json:"card_off,omitzero"`
}

// ColourDrops is how much of a sort of colour for one part.
type ColourDrops struct {
	Sort   string `json:"sort"`
	Amount string `json:"amount"` // in drops, or in mL where there are too many to count
}

// Way is one thing to do about what is short, judged where it changes what the mix is.
type Way struct {
	Kind     string  `json:"kind"` // less, instead, bring or other
	Sentence string  `json:"sentence"`
	MadeG    float64 `json:"made_g"`
	Verdict  string  `json:"verdict,omitzero"`
	Mark     string  `json:"mark,omitzero"`
	Ready    bool    `json:"ready"`
	RecipeID string  `json:"recipe_id,omitzero"`
	ItemID   string  `json:"item_id,omitzero"`
}

// Remedy is what to do about how a mix feels.
type Remedy struct {
	Symptom string `json:"symptom"`
	Feels   string `json:"feels"`
	Cause   string `json:"cause"`
	Do      string `json:"do"`
	Doses   []Dose `json:"doses"`
}

// Dose is how much of an ingredient to work in.
type Dose struct {
	ItemID string  `json:"item_id"`
	Name   string  `json:"name"`
	Grams  float64 `json:"grams"`
	Share  float64 `json:"share"`
	Scoops []Scoop `json:"scoops"`
}

// Learned is what earlier batches needed more of.
type Learned struct {
	ItemID  string  `json:"item_id"`
	Name    string  `json:"name"`
	Share   float64 `json:"share"`
	Grams   float64 `json:"grams"` // for this batch
	Batches int     `json:"batches"`
}

// RecipeMaking is how a recipe is made for a room.
type RecipeMaking struct {
	Name     string `json:"name"`
	Kind     string `json:"kind"`
	Children int    `json:"children"`
	Judged
	Routine        []string       `json:"routine,omitzero"` // what is done at every tub anyway
	Lines          []Line         `json:"lines"`            // the mix, then what stays whole in it
	NeedG          float64        `json:"need_g"`
	MadeG          float64        `json:"made_g"`
	MixedG         float64        `json:"mixed_g"`
	EachG          float64        `json:"each_g"`
	Movements      int            `json:"movements"`
	Within         bool           `json:"within"` // every ingredient can be scooped within its tolerance
	ExtraMeasure   string         `json:"extra_measure,omitzero"`
	Amounts        []MakingAmount `json:"amounts"`
	Nature         Nature         `json:"nature"`
	Keeps          string         `json:"keeps"`
	NeedsCold      bool           `json:"needs_cold"`
	Hand           string         `json:"hand"` // how a hand tells that it is right
	Colours        int            `json:"colours"`
	ColourG        float64        `json:"colour_g"`
	Drops          []ColourDrops  `json:"drops"`
	Pots           int            `json:"pots,omitzero"`
	PotEachG       float64        `json:"pot_each_g,omitzero"`
	PotsFull       float64        `json:"pots_full"`        // share of the pot that one batch takes up
	LimitG         *float64       `json:"limit_g,omitzero"` // the most that the cupboard makes
	LimitBy        string         `json:"limit_by,omitzero"`
	Ways           []Way          `json:"ways"`
	NotWeighed     []string       `json:"not_weighed"`
	Steps          []Step         `json:"steps"`
	MinutesHands   int            `json:"minutes_hands"`
	MinutesWaiting int            `json:"minutes_waiting"`
	Remedies       []Remedy       `json:"remedies"`
	Learned        []Learned      `json:"learned"`
	UsingLearned   bool           `json:"using_learned"`
	CostCoins      int            `json:"cost_coins,omitzero"`
	Unpriced       []string       `json:"unpriced"`
	RawFlour       bool           `json:"raw_flour"`
	Heat           bool           `json:"heat"`
	// ToConfirm is how its keeping is understood, where nobody has looked at that yet.
	ToConfirm string `json:"to_confirm,omitzero"`
}
