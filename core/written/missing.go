package written

import (
	"fmt"
	"math"
	"slices"

	"emblo/core/strict"
	"emblo/core/words"
)

// The kinds of what is missing before a set-up is ready, in the order in which they are said.
const (
	ToRemove   = "remove"    // a thing is not to be used
	ToFindOut  = "find-out"  // something about a thing is not known
	ToRead     = "read"      // a packet that is here may not say what the set-up goes by
	TooLittle  = "short"     // there is less than it takes
	NotWeighed = "unweighed" // nobody knows how much there is
	NotNoted   = "unnoted"   // nobody has said that there is any
	NobodyDoes = "nobody"    // a precaution that nobody does on the day of play
)

// Missing is one thing that is missing before a set-up is ready.
type Missing struct {
	Kind   string `json:"kind"`
	Name   string `json:"name"`             // of the thing; the first precaution that nobody does
	ItemID string `json:"item_id,omitzero"` // of a thing of the shelf
	// Says is what is to be found out, what the packet has to say, or what of its findings comes first.
	Says string `json:"says,omitzero"`
	// Need is how much the set-up takes of it, and Lacks how much of that there is not, in Unit: g or pieces; of
	// precautions how many nobody does.
	Need  float64 `json:"need,omitzero"`
	Lacks float64 `json:"lacks,omitzero"`
	Unit  string  `json:"unit,omitzero"`
	// Less is how to do with what there is.
	Less *Less `json:"less,omitzero"`
}

// Less is a place of a set-up with as much as there is, or as one pack more makes it: a filler less deep or in fewer or
// smaller vessels, or less of a mix for each child.
type Less struct {
	PlaceID  string  `json:"place_id"`
	DepthMM  float64 `json:"depth_mm,omitzero"`
	PortionG float64 `json:"portion_g,omitzero"`
	// VesselID is another vessel, and Vessels how many of it; empty where it stays in its own.
	VesselID string `json:"vessel_id,omitzero"`
	Vessel   string `json:"vessel,omitzero"`
	Vessels  int    `json:"vessels,omitzero"`
	Turns    int    `json:"turns,omitzero"` // that the children take at them, where it is more than one
}

// ReadHave reads what somebody has seen there is enough of: how much of each thing, by its id.
func (p Plan) ReadHave(shelf Shelf) (map[string]float64, *strict.Fault) {
	if len(p.Have) == 0 {
		return nil, nil
	}
	have := make(map[string]float64, len(p.Have))
	for i, h := range p.Have {
		at := fmt.Sprintf("/have/%d", i)
		if _, ok := shelf.Get(h.ItemID); !ok {
			return nil, strict.Bad(at+"/item_id", "There is nothing on the shelf by the id %q.", words.Cut(h.ItemID))
		}
		if !(h.Amount > 0) || math.IsInf(h.Amount, 0) {
			return nil, strict.Bad(at+"/amount", "Say how much of it there is: more than nothing.")
		}
		if slices.ContainsFunc(p.Have[:i], func(o Have) bool { return o.ItemID == h.ItemID }) {
			return nil, strict.Bad(at+"/item_id", "What there is of one thing is said once.")
		}
		have[h.ItemID] = h.Amount
	}
	return have, nil
}
