package written

// Sum asks for one of the sums on the side; which of its figures count goes by its kind.
type Sum struct {
	Kind     string  `json:"kind"` // slices, strips, cover, pots or rope
	LengthMM float64 `json:"length_mm,omitzero"`
	WidthMM  float64 `json:"width_mm,omitzero"`
	PieceMM  float64 `json:"piece_mm,omitzero"` // how thick a slice or a rope, how wide a strip, how far across a piece
	CutMM    float64 `json:"cut_mm,omitzero"`   // what a cut takes away
	Pots     int     `json:"pots,omitzero"`
	Grams    float64 `json:"grams,omitzero"`
}

// SumAnswer is a sum in words.
type SumAnswer struct {
	Says string `json:"says"`
}
