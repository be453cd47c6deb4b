package written

import (
	"fmt"
	"slices"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/words"
)

// ReadLabels reads what the packets that a plan uses say, by the ids of their things.
func (p Plan) ReadLabels(shelf Shelf) (map[string]stock.Label, *strict.Fault) {
	if len(p.Labels) == 0 {
		return nil, nil
	}
	labels := make(map[string]stock.Label, len(p.Labels))
	for i, in := range p.Labels {
		at := fmt.Sprintf("/labels/%d", i)
		if _, ok := shelf.Get(in.ItemID); !ok {
			return nil, strict.Bad(at+"/item_id", "There is nothing on the shelf by the id %q.", words.Cut(in.ItemID))
		}
		l, f := readLabel(in.Free, in.HeatTreated)
		if f != nil {
			return nil, f.Under(at)
		}
		if _, twice := labels[in.ItemID]; twice {
			return nil, strict.Bad(at+"/item_id", "The packet of one thing says one thing: it stands twice.")
		}
		if l.IsZero() {
			return nil, strict.Bad(at, "Say what the packet says: free of something, or heat-treated.")
		}
		labels[in.ItemID] = l
	}
	return labels, nil
}

// labelled is the shelf as it is in the packets that a plan uses.
type labelled struct {
	Shelf
	labels map[string]stock.Label
}

// Get returns a thing as it is in its packet.
func (s labelled) Get(id string) (material.Item, bool) {
	it, ok := s.Shelf.Get(id)
	return s.inPacket(it), ok
}

func (s labelled) inPacket(it material.Item) material.Item {
	if l, says := s.labels[it.ID]; says {
		it.Facts = l.On(it.Facts)
	}
	return it
}

// Recipe returns a recipe with its ingredients as they are in their packets.
func (s labelled) Recipe(id string) (recipe.Recipe, error) {
	r, err := s.Shelf.Recipe(id)
	if err != nil || !slices.ContainsFunc(r.Lines, func(l recipe.Line) bool { return !s.labels[l.Item.ID].IsZero() }) {
		return r, err
	}
	lines := slices.Clone(r.Lines)
	for i := range lines {
		lines[i].Item = s.inPacket(lines[i].Item)
	}
	r.Lines = lines
	return r, nil
}
