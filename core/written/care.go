package written

// Care is a precaution of a set-up: one thing that an adult does, said once for all that asks for it.
type Care struct {
	ID   string   `json:"id"` // with its figure, where it has one
	Text string   `json:"text"`
	Of   []string `json:"of,omitzero"` // what asks for it, where not everything does
	// Calls says that poison advice is to be called.
	Calls bool `json:"calls,omitzero"`
}

// Laid is what is said of a thing where it lies in a set-up, beside what is said of the thing.
type Laid struct {
	// ID is that of the line of the set-up; empty for the base and what stays whole in it.
	ID    string `json:"id,omitzero"`
	Count int    `json:"count"` // pieces in all; 0 for the base, and while that is not known
	// Ask says what is to be found out about how much of it there is; empty where that is known.
	Ask string `json:"ask,omitzero"`
	// Colours and PerColour are how a set is counted out, Holds how many of it one cup holds, and
	// Into says that these are the cups of the set above.
	Colours   int    `json:"colours,omitzero"`
	PerColour int    `json:"per_colour,omitzero"`
	Holds     int    `json:"holds,omitzero"`
	Into      bool   `json:"into,omitzero"`
	Meets     string `json:"meets,omitzero"`  // what it does in what fills its place
	Passes    string `json:"passes,omitzero"` // how it goes through what its place has for it, in words
}
