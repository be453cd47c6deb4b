package written

// What of a place is compared.
const (
	ByVessel = "vessel"
	ByBase   = "base"
	ByThing  = "thing"
)

// CompareInput asks for one place of a plan, by itself, with other vessels, other bases or other things.
type CompareInput struct {
	RoomID string `json:"room_id" max:"36"`
	PlayAt string `json:"play_at" max:"16"`
	Play   *Play  `json:"play,omitzero"`
	// Labels are what the packets that are used say, as in the plan.
	Labels []PacketLabel `json:"labels,omitzero" max:"20" over:"whole"`
	Place  Place         `json:"place"`
	By     string        `json:"by"` // vessel, base or thing
	// ItemID is the id that the thing has in the place; only where things are compared.
	ItemID string `json:"item_id,omitzero" max:"36"`
}

// Compared is a place with one of the vessels, bases or things that are compared: the one planned first.
type Compared struct {
	VesselID string `json:"vessel_id,omitzero"`
	ItemID   string `json:"item_id,omitzero"`
	RecipeID string `json:"recipe_id,omitzero"`
	Name     string `json:"name"`
	Judged
	Reason string `json:"reason,omitzero"` // the first that a rule says
	// AtOnce is how many children reach it at the same time, at so many vessels; neither is said of a mix or a thing.
	AtOnce  int     `json:"at_once,omitzero"`
	Vessels int     `json:"vessels,omitzero"`
	DepthMM float64 `json:"depth_mm,omitzero"` // that is poured in each
	MassG   float64 `json:"mass_g,omitzero"`   // of the base in all; 0 where nobody has weighed it
	Pieces  int     `json:"pieces,omitzero"`   // of a thing
	Cost    *Cost   `json:"cost,omitzero"`
	// Minutes of hands and of waiting before play, and of clearing up after it.
	MinutesHands   int    `json:"minutes_hands"`
	MinutesWaiting int    `json:"minutes_waiting"`
	MinutesClear   int    `json:"minutes_clear"`
	Noise          string `json:"noise,omitzero"`
	Keeps          string `json:"keeps,omitzero"` // whether it is used again, and how long
	Ends           string `json:"ends,omitzero"`  // where the rest goes
}
