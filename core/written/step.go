package written

// Step is one thing to do, or one wait: the same in a recipe, in a plan and in what is prepared.
type Step struct {
	ID           string `json:"id,omitzero"`   // stays when it is said in other words
	Kind         string `json:"kind,omitzero"` // make, cook, scald, cool, chill, freeze or rest
	Text         string `json:"text"`
	Minutes      int    `json:"minutes"`
	Wait         bool   `json:"wait"`
	AdultOnly    bool   `json:"adult_only"`
	ChildrenHelp bool   `json:"children_help"`
	// what it takes up: stove, oven, microwave, freezer, fridge or sink
	Resource string   `json:"resource,omitzero"`
	Asks     string   `json:"asks,omitzero"` // what a probe has to read when it is over, in words
	Uses     []string `json:"uses,omitzero"` // ids of the ingredients that it names
}

// TimedStep is one step before play; Starts is the latest moment to start it.
type TimedStep struct {
	Step
	Starts string `json:"starts"`
}
