package written

// Thing is a thing of the centre's own in the columns of the shelf, each as it is typed;
// an empty one is a fact that is not given.
type Thing struct {
	Name     string `json:"name" max:"2000"`
	Also     string `json:"also" max:"2000"`  // other words for it, joined by ;
	Parts    string `json:"parts" max:"2000"` // what it can be in a set-up, joined by ;
	Solid    string `json:"solid" max:"2000"`
	SizeMM   string `json:"size_mm" max:"2000"`
	Contains string `json:"contains" max:"2000"`
	Traits   string `json:"traits" max:"2000"`
	CupG     string `json:"cup_g" max:"2000"` // what one US cup of it weighs
	Keeps    string `json:"keeps" max:"2000"`
	Feel     string `json:"feel" max:"2000"`
	Cost     string `json:"cost" max:"2000"`
	// Confirmed says that somebody who saved it saw how its keeping is understood.
	Confirmed bool `json:"keeps_confirmed,omitzero"`
}

// ItemInput is a thing to be saved over the version last read; 0 creates it.
type ItemInput struct {
	Version int   `json:"version"`
	Row     Thing `json:"row"`
}

// OwnItem is a stored thing.
type OwnItem struct {
	ID      string `json:"id"`
	Version int    `json:"version"`
	Row     Thing  `json:"row"`
}

// ImportInput is a table of things as CSV text.
type ImportInput struct {
	CSV string `json:"csv" text:"file"`
}

// Imported says how many things were added, and their names.
type Imported struct {
	Added int      `json:"added"`
	Names []string `json:"names"`
}

// CupboardNote says whether a thing is in the cupboard.
type CupboardNote struct {
	Here bool `json:"here"`
}

// CupboardAmount is how much of a thing there is and what it was bought for; null is not
// known, and 0 g means that it has run out.
type CupboardAmount struct {
	Grams      *float64 `json:"grams"`
	PackG      *float64 `json:"pack_g"`      // what the price is for
	PriceCoins *int     `json:"price_coins"` // in the smallest coin of the centre's currency
}
