package written

// Centre is the settings of a centre.
type Centre struct {
	Name       string `json:"name" max:"60"`
	RatioTable string `json:"ratio_table"` // cfoc, eyfs or own
	// PerAdult is the children for one adult under 12, 24, 36, 60 months and from then
	// on; with the ratio table own.
	PerAdult []int `json:"per_adult" max:"5"`
	// Emergency is the number to call for an ambulance, and Poison that of poison advice; either may say whose it is.
	Emergency string `json:"emergency" max:"200"`
	Poison    string `json:"poison,omitzero" max:"200"`
	Currency  string `json:"currency" max:"3"` // ISO 4217
	// Language is what its people read unless they say otherwise, en-GB where it is left out, and Units what
	// amounts are written in: metric where they are left out.
	Language string `json:"language,omitzero" max:"10"`
	Units    string `json:"units,omitzero" max:"10"`
	// TimeZone is where its days turn, such as Europe/London; left out where nobody has said.
	TimeZone       string `json:"time_zone,omitzero" max:"40"`
	FindsStirredIn bool   `json:"finds_stirred_in"` // instead of buried under the filler
	// Routine is what the staff do at every tub anyway, by the ids of its lines.
	Routine []string `json:"routine,omitzero" max:"7" each:"10"`
	// Vessels are the centre's own tubs, bowls and bags, measured once.
	Vessels []OwnVessel `json:"vessels,omitzero" max:"20"`
	// Prep is when hands are free to prepare, and PrepHands how many adults then are: one when left out.
	Prep      []PrepWindow `json:"prep,omitzero" max:"6"`
	PrepHands int          `json:"prep_hands,omitzero"`
	Policy    Policy       `json:"policy"`
}

// OwnVessel is a vessel of the centre by its inside measures in mm. What is round has a diameter at
// the rim and one at the floor, a bowl and a bottle one and their depth, a bag its usable length and width, a
// tray of cells the length, width and depth of one of them.
type OwnVessel struct {
	ID             string  `json:"id" max:"36"` // made by the client
	Name           string  `json:"name" max:"40"`
	Shape          string  `json:"shape"` // tub, round, bowl, bag, bottle, cells or wall
	TopLengthMM    float64 `json:"top_length_mm"`
	TopWidthMM     float64 `json:"top_width_mm,omitzero"`
	BottomLengthMM float64 `json:"bottom_length_mm,omitzero"`
	BottomWidthMM  float64 `json:"bottom_width_mm,omitzero"`
	HeightMM       float64 `json:"height_mm,omitzero"`
	Cells          int     `json:"cells,omitzero"`    // of a tray of cells; the measures are those of one
	OuterMM        float64 `json:"outer_mm,omitzero"` // the wall of what it stands in, a bath say
}

// Policy is what a centre asks beyond the published limits; every field only tightens.
type Policy struct {
	NutFree          bool `json:"nut_free"`
	NoFoodPlay       bool `json:"no_food_play"`
	MayContainStrict bool `json:"may_contain_strict"`
	TasteSafeMonths  int  `json:"taste_safe_months"` // 0, or an age from 36 on
	// 48 when left out, or an age up to 72: firm and round food is kept out below it
	FoodMonths    int            `json:"food_months,omitzero"`
	CookedOnly    bool           `json:"cooked_only"`
	OwnPortions   bool           `json:"own_portions"`
	SameDayMixes  bool           `json:"same_day_mixes"`
	MinimumMonths map[string]int `json:"minimum_months"` // by rule id
}

// HabitLine is a line that a routine may have, with what is done in full.
type HabitLine struct {
	ID    string `json:"id"`
	Words string `json:"words"`
}

// CentreInput is settings to be saved over the version last read.
type CentreInput struct {
	Version int `json:"version"`
	Centre
}
