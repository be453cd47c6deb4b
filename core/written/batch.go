package written

import "time"

// Batch is how a batch of a mix, or a tub that stands ready, began: all that is kept of it beside what
// happened to it since.
type Batch struct {
	Name string `json:"name" max:"80"`
	// RecipeID is what it was made by, and Mix what that was then, for a recipe of the centre's own.
	RecipeID string    `json:"recipe_id,omitzero" max:"64"`
	Mix      *BatchMix `json:"mix,omitzero"`
	// Fill says that it is a tub of fillers, the lines.
	Fill bool `json:"fill,omitzero"`
	// Lines are what really went in.
	Lines []BatchLine `json:"lines" max:"40"`
	MadeG float64     `json:"made_g"`
	// MadeOn is the day; empty where it was found and nobody knows.
	MadeOn  string `json:"made_on,omitzero" max:"10"`
	RoomID  string `json:"room_id" max:"36"`
	SetupID string `json:"setup_id,omitzero" max:"36"`
	Chilled bool   `json:"chilled,omitzero"` // closed at once, in the fridge
	Store   string `json:"store,omitzero" max:"60"`
	// From is the batch that it was set aside from, and Before what had happened to that one by then.
	From   string       `json:"from,omitzero" max:"36"`
	Before []BatchEvent `json:"before,omitzero" max:"500"`
}

// BatchMix is what a recipe of a centre's own is in figures.
type BatchMix struct {
	Kind        string  `json:"kind" max:"40"`
	LossPercent float64 `json:"loss_percent"`
	Heated      bool    `json:"heated,omitzero"`
	Hot         bool    `json:"hot,omitzero"`
	// Keeps is how it keeps, as it was typed then; absent where that was not kept yet. Unlisted is what its steps put
	// in and no line lists.
	Keeps    *string  `json:"keeps,omitzero" max:"200"`
	Unlisted []string `json:"unlisted,omitzero" max:"40" each:"64"`
}

// BatchLine is an ingredient with what went in of it.
type BatchLine struct {
	ItemID string  `json:"item_id" max:"64"`
	Grams  float64 `json:"grams"`
}

// BatchEvent is one thing that happened to a batch.
type BatchEvent struct {
	Kind   string   `json:"kind"` // added, used, moved, inspected, set-aside or discarded
	On     string   `json:"on" max:"10"`
	ItemID string   `json:"item_id,omitzero" max:"64"` // added
	Grams  float64  `json:"grams,omitzero"`            // added or set aside
	RoomID string   `json:"room_id,omitzero" max:"36"` // where it was used or stands from then on
	Mouths bool     `json:"mouths,omitzero"`           // a child of the room that used it mouths
	Ill    bool     `json:"ill,omitzero"`              // something catching went round
	Signs  []string `json:"signs,omitzero" max:"7"`
	Reason string   `json:"reason,omitzero" max:"120"`
	ToID   string   `json:"to_id,omitzero" max:"36"` // the batch that was set aside
}

// BatchInput makes a batch. The same one twice is one.
type BatchInput struct {
	Name     string      `json:"name" max:"80"`
	RecipeID string      `json:"recipe_id,omitzero" max:"64"`
	Lines    []BatchLine `json:"lines" max:"40"` // of a tub without a recipe: its fillers
	MadeG    float64     `json:"made_g"`
	MadeOn   string      `json:"made_on" max:"10"` // empty where it was found and nobody knows
	RoomID   string      `json:"room_id" max:"36"`
	SetupID  string      `json:"setup_id,omitzero" max:"36"`
	Chilled  bool        `json:"chilled"`
	Store    string      `json:"store" max:"60"`
}

// BatchEventInput notes what happened to a batch. The same event twice is one.
type BatchEventInput struct {
	BatchID string   `json:"batch_id" max:"36"`
	Kind    string   `json:"kind"`
	ItemID  string   `json:"item_id,omitzero" max:"64"`
	Grams   float64  `json:"grams,omitzero"`
	RoomID  string   `json:"room_id,omitzero" max:"36"`
	Mouths  bool     `json:"mouths,omitzero"` // somebody saw it, whatever the room says
	Signs   []string `json:"signs,omitzero" max:"7"`
	Reason  string   `json:"reason,omitzero" max:"120"`
	ToID    string   `json:"to_id,omitzero" max:"36"`
}

// BatchSummary is a line of the list of batches.
type BatchSummary struct {
	ID   string `json:"id"`
	Code string `json:"code"` // what a label says where it has no address
	Name string `json:"name"`
	// RecipeID is what it was made by; absent for a tub.
	RecipeID string  `json:"recipe_id,omitzero"`
	RoomID   string  `json:"room_id"`
	Room     string  `json:"room"` // where it stands
	MadeOn   string  `json:"made_on,omitzero"`
	Until    string  `json:"until,omitzero"` // the last day it may be used; absent where nobody knows
	Why      string  `json:"why"`            // not longer
	Uses     int     `json:"uses"`
	LeftG    float64 `json:"left_g"`
	// State is fine, look-over where it has to be looked over today to be kept, past where it is thrown
	// away, and ended when it was.
	State string `json:"state"`
	// Promised is what coming set-ups take of it, and FreeG what is left for the set-up that asks; both are said of the
	// batches that are in use.
	Promised []BatchPromise `json:"promised,omitempty"`
	FreeG    *float64       `json:"free_g,omitzero"`
	// Unreadable says why what is kept of it does not read; it is then past.
	Unreadable string `json:"unreadable,omitzero"`
}

// BatchPromise is how much of a batch a coming set-up takes.
type BatchPromise struct {
	SetupID string  `json:"setup_id"`
	Setup   string  `json:"setup"`
	PlayAt  string  `json:"play_at"`
	Grams   float64 `json:"grams"`
}

// BatchPage is all that is known of a batch.
type BatchPage struct {
	BatchSummary
	SetupID string      `json:"setup_id,omitzero"`
	Store   string      `json:"store"`
	By      string      `json:"by,omitzero"` // who made it
	Lines   []BatchPart `json:"lines"`
	Later   []BatchPart `json:"later"` // added after it was made
	// Contains and MayContain are what it holds of the allergens, in words.
	Contains   string       `json:"contains"`
	MayContain string       `json:"may_contain"`
	Limits     []BatchLimit `json:"limits"` // earliest first
	Rooms      []BatchRoom  `json:"rooms"`  // may it go out there today
	// LookOver is until when a look-over can grant it; absent where none can.
	LookOver string         `json:"look_over,omitzero"`
	Goes     string         `json:"goes"`  // where it ends
	Never    []string       `json:"never"` // and where it must not
	Events   []BatchHistory `json:"events"`
	FromID   string         `json:"from_id,omitzero"`
	Label    *BatchLabel    `json:"label,omitzero"`
}

// BatchPart is something that is in a batch.
type BatchPart struct {
	ItemID string  `json:"item_id"`
	Name   string  `json:"name"`
	Grams  float64 `json:"grams"`
	On     string  `json:"on,omitzero"`
}

// BatchLimit is the last day on which a batch may be used, and why.
type BatchLimit struct {
	On  string `json:"on,omitzero"`
	Why string `json:"why"`
}

// BatchRoom is whether a batch may go out in a room today.
type BatchRoom struct {
	RoomID string `json:"room_id"`
	Room   string `json:"room"`
	Judged
	Reason   string    `json:"reason"`
	Findings []Finding `json:"findings"`
}

// BatchHistory is what happened to a batch, in words.
type BatchHistory struct {
	ID    string    `json:"id"`
	At    time.Time `json:"at"`
	On    string    `json:"on"` // the day at the centre
	By    string    `json:"by"`
	Kind  string    `json:"kind"`
	Words string    `json:"words"`
	// Last says that it can be taken back: nothing came after it.
	Last bool   `json:"last,omitzero"`
	ToID string `json:"to_id,omitzero"`
}

// BatchLabel is what stands on a label besides: the address of its page with the outline of its QR code,
// in modules, where Emblo has an address.
type BatchLabel struct {
	URL  string `json:"url"`
	Path string `json:"path"`
	Size int    `json:"size"`
}

// BatchList is a page of the batches.
type BatchList struct {
	Batches []BatchSummary `json:"batches"`
	Next    string         `json:"next,omitzero"` // what the next page is asked for with
}
