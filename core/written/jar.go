package written

import "time"

// Jar is a thing in the cupboard with what its packet says, and how it is kept. What it holds is
// reckoned from its moves.
type Jar struct {
	ItemID string `json:"item_id" max:"64"`
	// Free is what its packet says that it is free of, in the words of the allergen list.
	Free        []string `json:"free,omitzero" max:"20" each:"40"`
	HeatTreated bool     `json:"heat_treated,omitzero"` // its packet says so
	Place       string   `json:"place,omitzero" max:"40"`
	BestBefore  string   `json:"best_before,omitzero" max:"10"` // 2026-11-29
	Opened      string   `json:"opened,omitzero" max:"10"`
	Packs       []Pack   `json:"packs" max:"6"` // the sizes that it is bought in
}

// Pack is a size that a thing is bought in: whole grams or pieces.
type Pack struct {
	Amount float64 `json:"amount"`
	Coins  *int    `json:"coins,omitzero"` // what it costs, in the smallest coin of the centre's currency
}

// JarInput is a jar to be saved over the version last read, as it is typed; 0 creates it.
type JarInput struct {
	Version     int         `json:"version"`
	ItemID      string      `json:"item_id" max:"64"`
	Free        []string    `json:"free" max:"20" each:"40"`
	HeatTreated bool        `json:"heat_treated"`
	Place       string      `json:"place" max:"40"`
	BestBefore  string      `json:"best_before" max:"10"`
	Opened      string      `json:"opened" max:"10"`
	Packs       []TypedPack `json:"packs" max:"6"`
}

// TypedPack is a pack as it is typed: "500 g" or "24", and "3.65" or nothing.
type TypedPack struct {
	Amount string `json:"amount" max:"40"`
	Price  string `json:"price" max:"20"`
}

// MoveInput notes what happened to a jar. How much is typed, or told in packs of its first size; for a
// count both may be left out, when nobody weighed it.
type MoveInput struct {
	JarID  string   `json:"jar_id" max:"36"`
	Kind   string   `json:"kind"` // received, counted, used or thrown-away
	Amount string   `json:"amount" max:"40"`
	Packs  *float64 `json:"packs,omitzero"`
	// At is when it happened, where that was not now.
	At string `json:"at,omitzero" max:"40"` // 2026-11-26T07:30:00Z
}

// Moved is one thing that happened to a jar.
type Moved struct {
	ID     string    `json:"id"`
	At     time.Time `json:"at"`
	By     string    `json:"by"`
	Kind   string    `json:"kind"`
	Amount *float64  `json:"amount,omitzero"` // absent when nobody weighed it
	// Ahead says that it was noted at a time that is still to come, as a clock was wrong: it counts in the order in
	// which it came.
	Ahead bool `json:"ahead,omitzero"`
}

// StoredJar is a jar with what is in it and what coming plans need of it. One that is needed and that
// the centre does not have has version 0.
type StoredJar struct {
	ID      string `json:"id"`
	Version int    `json:"version"`
	Jar
	Name    string  `json:"name"`
	Says    string  `json:"says"`    // its label, in words
	Aisle   string  `json:"aisle"`   // where it stands in a shop
	Unit    string  `json:"unit"`    // g or pieces
	Here    bool    `json:"here"`    // there is some, or may be
	Weighed bool    `json:"weighed"` // Amount is known
	Amount  float64 `json:"amount"`
	// Overdrawn says that more was used than was noted.
	Overdrawn bool     `json:"overdrawn,omitzero"`
	Full      float64  `json:"full"` // what its picture holds to the rim
	Last      *Moved   `json:"last,omitzero"`
	Need      *JarNeed `json:"need,omitzero"`
	Date      string   `json:"date,omitzero"` // past or soon: its best-before day
	// Unreadable says why what is kept of it does not read.
	Unreadable string `json:"unreadable,omitzero"`
}

// JarNeed is what coming plans take of a jar.
type JarNeed struct {
	Amount    float64  `json:"amount"`
	Missing   float64  `json:"missing"`
	Unweighed bool     `json:"unweighed,omitzero"` // nobody knows whether there is enough
	By        string   `json:"by"`                 // the first plan that goes short, or that needs it
	For       []string `json:"for"`
}

// Cupboard is every jar, those that go short first, then by name.
type Cupboard struct {
	Jars   []StoredJar `json:"jars"`
	Needed int         `json:"needed"` // things that coming plans take
	Short  int         `json:"short"`
	// Unweighed is how many of them nobody has weighed.
	Unweighed int `json:"unweighed"`
	// BuyCoins is what covers all that is short, as far as packs have prices.
	BuyCoins *int     `json:"buy_coins,omitzero"`
	GoesOff  *GoesOff `json:"goes_off,omitzero"` // first
}

// GoesOff is the jar with the earliest best-before day.
type GoesOff struct {
	Name string `json:"name"`
	On   string `json:"on"`
}

// BuyPack is so many packs of one size.
type BuyPack struct {
	Amount float64 `json:"amount"`
	Count  int     `json:"count"`
	Coins  *int    `json:"coins,omitzero"` // of one
}

// Basket is packs that cover what is short.
type Basket struct {
	Packs []BuyPack `json:"packs"`
	Coins *int      `json:"coins,omitzero"` // in all; absent when a pack has no price
	Left  float64   `json:"left"`           // when the plans have taken what they need
}

// BuyLine is one thing to buy.
type BuyLine struct {
	ItemID      string   `json:"item_id"`
	Free        []string `json:"free"`
	HeatTreated bool     `json:"heat_treated"`
	Name        string   `json:"name"`
	Says        string   `json:"says"`
	Aisle       string   `json:"aisle"`
	Unit        string   `json:"unit"`
	Missing     float64  `json:"missing"`
	By          string   `json:"by"`
	For         []string `json:"for"`
	Cheapest    *Basket  `json:"cheapest,omitzero"` // absent where no pack is known
	Least       *Basket  `json:"least,omitzero"`    // with the least left over, where that is another
	State       string   `json:"state"`             // open, basket or none: the shop has none
	// Idle says that only plans take it that cannot be made, as the shop has none of something else.
	Idle     bool      `json:"idle,omitzero"`
	TickID   string    `json:"tick_id,omitzero"`
	TickedBy string    `json:"ticked_by,omitzero"`
	Ticked   []BuyPack `json:"ticked,omitzero"`  // what is in the basket
	Instead  []string  `json:"instead,omitzero"` // what in the cupboard stands in for it
}

// ShopPlan is a coming plan with what it waits for.
type ShopPlan struct {
	SetupID string `json:"setup_id"`
	Name    string `json:"name"`
	Room    string `json:"room"`
	PlayAt  string `json:"play_at"`
	// all-here, look (something of it is to be looked for, weighed or read), buying, cannot (the shop has none of
	// something) or not-ready (nothing is bought for it)
	State string   `json:"state"`
	Waits []string `json:"waits"`
	// Missing is what is missing before it is ready.
	Missing []Missing `json:"missing,omitzero"`
}

// Shopping is what coming plans are short of, earliest need first.
type Shopping struct {
	Lines []BuyLine  `json:"lines"`
	Plans []ShopPlan `json:"plans"`
	// Unweighed are things of which nobody knows whether there is enough.
	Unweighed []string `json:"unweighed"`
	// Unnoted are things to lay out of which nobody has ever said whether they are here.
	Unnoted    []string `json:"unnoted"`
	Coins      *int     `json:"coins,omitzero"`       // of the cheapest packs, as far as they have prices
	LeastCoins *int     `json:"least_coins,omitzero"` // of those with the least left over
	Unpriced   []string `json:"unpriced"`
}

// TickInput ticks a line of the shopping list off: it is in the basket, in packs, or the shop has
// none; open takes that back.
type TickInput struct {
	ItemID      string    `json:"item_id" max:"64"`
	Free        []string  `json:"free" max:"20" each:"40"`
	HeatTreated bool      `json:"heat_treated"`
	State       string    `json:"state"`
	Packs       []BuyPack `json:"packs" max:"6"`
	At          string    `json:"at,omitzero" max:"40"` // when, where that was not now: 2026-11-26T07:30:00Z
}

// Tick is what is kept of a line that is ticked off.
type Tick struct {
	State       string    `json:"state"`
	Free        []string  `json:"free,omitzero" max:"20" each:"40"`
	HeatTreated bool      `json:"heat_treated,omitzero"`
	Packs       []BuyPack `json:"packs" max:"6"`
	At          string    `json:"at,omitzero" max:"40"` // when, where that was not now: 2026-11-26T07:30:00Z
}

// ReceiveInput puts what is in the basket into the cupboard, each tick with ids for the move and, where
// it is new, the jar.
type ReceiveInput struct {
	Ticks []ReceiveTick `json:"ticks" max:"200"`
}

// ReceiveTick is one tick that is received.
type ReceiveTick struct {
	TickID string `json:"tick_id" max:"36"`
	MoveID string `json:"move_id" max:"36"`
	JarID  string `json:"jar_id" max:"36"` // of a jar to be made, where there is none yet
}

// Received says how many lines went in; those that went in before are not counted.
type Received struct {
	Lines int `json:"lines"`
}

// Makeable is something that can be made for a room from the cupboard.
type Makeable struct {
	Name string `json:"name"`
	Judged
	Reason  string   `json:"reason,omitzero"`
	Base    Base     `json:"base"`
	Hands   int      `json:"minutes_hands"`
	Waiting int      `json:"minutes_waiting"`
	CleanUp string   `json:"clean_up,omitzero"`
	Lacking []string `json:"lacking"` // what is not here
	// Unweighed is what of it is here, and nobody knows how much.
	Unweighed []string `json:"unweighed,omitzero"`
	// Enough is false when what has been weighed is not enough for every child.
	Enough bool `json:"enough"`
	For    int  `json:"for"` // children it is enough for, where that is known to be fewer
}

// Makeables is what can be made for a room today: what is all here, then what lacks one thing.
type Makeables struct {
	Here    []Makeable `json:"here"`
	Nearly  []Makeable `json:"nearly"`
	KeptOut int        `json:"kept_out"` // that are here, but not for this room
}
