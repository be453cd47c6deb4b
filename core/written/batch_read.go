package written

import (
	"fmt"
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/batch"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/strict"
	"emblo/core/unit"
)

// Reader is where the names in a batch are looked up: things and recipes, own ones too.
type Reader interface {
	Get(id string) (material.Item, bool)
	Recipe(id string) (recipe.Recipe, error)
}

// maxBatch is the heaviest batch, in g.
const maxBatch = 100_000

// Read reads how a batch began. What it names and nobody knows any more is in it all the same: nothing is
// known of that, so that it clears nothing.
func (b Batch) Read(from Reader) (m batch.Made, fault *strict.Fault) {
	m = batch.Made{Mass: unit.Grams(b.MadeG), Room: b.RoomID, Chilled: b.Chilled}
	if !(b.MadeG > 0 && b.MadeG <= maxBatch) {
		return m, strict.Bad("/made_g", "A batch is above 0 g and at most %d kg.", maxBatch/1000)
	}
	if b.MadeOn != "" {
		var err error
		if m.On, err = age.ParseDate(b.MadeOn); err != nil {
			return m, strict.Bad("/made_on", "The day that it was made: %s.", err)
		}
	}
	if len(b.Lines) == 0 {
		return m, strict.Bad("/lines", "A batch of nothing: say what went in.")
	}
	for i, l := range b.Lines {
		it, known := from.Get(l.ItemID)
		if !known {
			it = material.Item{ID: l.ItemID, Name: "something that is not on the shelf any more"}
		}
		if !(l.Grams >= 0 && l.Grams <= maxBatch) || l.Grams == 0 && !b.Fill {
			return m, strict.Bad(fmt.Sprintf("/lines/%d/grams", i), "Say how much of %s went in.", it.Name)
		}
		if b.Fill {
			m.Fill = append(m.Fill, it)
			continue
		}
		m.Recipe.Lines = append(m.Recipe.Lines, recipe.Line{Item: it, Amount: unit.OfMass(unit.Grams(l.Grams))})
	}
	if b.Fill {
		return m, nil
	}
	lines := m.Recipe.Lines
	switch book, known := recipe.Standard().Get(b.RecipeID); {
	case known:
		m.Recipe = book
	case b.Mix != nil:
		m.Recipe = recipe.Recipe{ID: b.RecipeID, Own: true, Kind: b.Mix.Kind, Loss: b.Mix.LossPercent / 100,
			Heated: b.Mix.Heated, Hot: b.Mix.Hot}
		if b.Mix.Keeps != nil {
			m.Recipe = m.Recipe.SaidToKeep(*b.Mix.Keeps)
		}
		for _, id := range b.Mix.Unlisted {
			it, known := from.Get(id)
			if !known {
				it = material.Item{ID: id, Name: "something that is not on the shelf any more"}
			}
			m.Recipe.Unlisted = append(m.Recipe.Unlisted, it)
		}
	default:
		return m, strict.Bad("/recipe_id", "Choose what it was made by.")
	}
	if m.Recipe.Name, m.Recipe.Lines = b.Name, lines; m.Recipe.Own {
		m.Recipe = m.Recipe.OfItsKind() // it is dusty or slippery as what it was made by
	}
	return m, nil
}

// Read reads what happened to a batch.
func (e BatchEvent) Read(from Reader) (out batch.Event, fault *strict.Fault) {
	var err error
	if out.Kind, err = batch.ParseKind(e.Kind); err != nil {
		return out, strict.Bad("/kind",
			"Say what happened: added to, used, moved, checked, split off or thrown away.")
	}
	if out.On, err = age.ParseDate(e.On); err != nil {
		return out, strict.Bad("/on", "The day: %s.", err)
	}
	out.Mass, out.Room, out.Mouthed, out.Ill = unit.Grams(e.Grams), e.RoomID, e.Mouths, e.Ill
	for i, word := range e.Signs {
		s, err := batch.ParseSign(word)
		if err != nil || slices.Contains(out.Signs, s) {
			return out, strict.Bad(fmt.Sprintf("/signs/%d", i), "Choose each sign once, from the list.")
		}
		out.Signs = append(out.Signs, s)
	}
	needs := map[batch.Kind]bool{batch.Added: true, batch.SetAside: true}
	if needs[out.Kind] && !(e.Grams > 0 && e.Grams <= maxBatch) {
		return out, strict.Bad("/grams", "Say how much, above 0 g.")
	}
	switch {
	case out.Kind == batch.Added:
		var known bool
		if out.Item, known = from.Get(e.ItemID); !known {
			out.Item = material.Item{ID: e.ItemID, Name: "something that is not on the shelf any more"}
		}
	case (out.Kind == batch.Used || out.Kind == batch.Moved || out.Kind == batch.SetAside) && !IsID(e.RoomID):
		return out, strict.Bad("/room_id", "Choose a room.")
	case out.Kind == batch.Discarded && strings.TrimSpace(e.Reason) == "":
		return out, strict.Bad("/reason", "Say why it is thrown away.")
	}
	return out, nil
}
