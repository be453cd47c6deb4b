package written

// Sum asks for one of the sums on the side; which of its figures count goes by its kind.
type Sum struct {
	Kind     string  `json:"kind"` // slices, strips, cover, pots, holes, stem, rope, wall or worth
	LengthMM float64 `json:"length_mm,omitzero"`
	WidthMM  float64 `json:"width_mm,omitzero"`
	PieceMM  float64 `json:"piece_mm,omitzero"` // how thick a slice or a rope, how wide a strip, how far across a piece
	CutMM    float64 `json:"cut_mm,omitzero"`   // what a cut takes away
	HoleMM   float64 `json:"hole_mm,omitzero"`  // of a ring that goes over a stem
	StemMM   float64 `json:"stem_mm,omitzero"`  // the stem, where it is widest
	Pots     int     `json:"pots,omitzero"`
	Holes    int     `json:"holes,omitzero"` // in one tray
	Trays    int     `json:"trays,omitzero"`
	Grams    float64 `json:"grams,omitzero"`
	Months   int     `json:"months,omitzero"` // of the youngest
	// What it costs to make and to buy, and how often each serves so many children.
	MadeCoins   int `json:"made_coins,omitzero"`
	MadeUses    int `json:"made_uses,omitzero"`
	BoughtCoins int `json:"bought_coins,omitzero"`
	BoughtUses  int `json:"bought_uses,omitzero"`
	Children    int `json:"children,omitzero"`
}

// SumAnswer is a sum in words.
type SumAnswer struct {
	Says string `json:"says"`
	// MadeCoins and BoughtCoins are for one child and use.
	MadeCoins   int `json:"made_coins,omitzero"`
	BoughtCoins int `json:"bought_coins,omitzero"`
}
