package written

import (
	"errors"
	"strings"

	"emblo/core/material"
	"emblo/core/strict"
)

// cells returns where each column of a thing stands.
func (t *Thing) cells() []*string {
	return []*string{&t.Name, &t.Also, &t.Parts, &t.Solid, &t.SizeMM, &t.Contains, &t.Traits, &t.CupG, &t.Keeps,
		&t.Feel, &t.Cost}
}

// Trimmed returns the thing without blanks around its columns.
func (t Thing) Trimmed() Thing {
	for _, cell := range t.cells() {
		*cell = strings.TrimSpace(*cell)
	}
	return t
}

// own is who says the figures of a centre's own things.
const own = "OWN"

// Item reads a thing of a centre's own; ingredients are looked up with find.
func (t Thing) Item(id string, find func(string) (material.Item, bool)) (material.Item, *strict.Fault) {
	it, err := material.Row{Name: t.Name, Also: t.Also, Parts: t.Parts, CupGrams: t.CupG, Keeps: t.Keeps, Feel: t.Feel,
		Cost: t.Cost, SizeBy: own, WeightBy: own,
		Description: material.Description{Solid: t.Solid, Size: t.SizeMM, Contains: t.Contains,
			Traits: t.Traits}}.Item(find)
	it.ID, it.Own = id, true
	var bad *material.Bad
	if errors.As(err, &bad) {
		return it, strict.Bad("/"+bad.Column, "%s: %s.", columnWords(bad.Column), bad.Reason)
	}
	if err != nil {
		return it, strict.Bad("", "%s.", err)
	}
	return it, nil
}

func columnWords(column string) string {
	words := map[string]string{"size_mm": "Size", "cup_g": "Weight of a cup", "contains": "Contains"}
	if w, ok := words[column]; ok {
		return w
	}
	return strings.ToUpper(column[:1]) + column[1:]
}

// WriteRow writes a row of a shelf as a thing to copy from.
func WriteRow(r material.Row) Thing {
	return Thing{Name: r.Name, Also: r.Also, Parts: r.Parts, Solid: r.Solid, SizeMM: r.Size, Contains: r.Contains,
		Traits: r.Traits,
		CupG:   r.CupGrams, Keeps: r.Keeps, Feel: r.Feel, Cost: r.Cost}
}

// ThingColumns are the columns of a table of things.
var ThingColumns = []string{"name", "also", "parts", "solid", "size_mm", "contains", "traits", "cup_g", "keeps", "feel",
	"cost"}

// ThingOf reads one row of a table of things by its columns. What does not say what it is
// for is a filler when a cup of it has been weighed, else a find.
func ThingOf(columns map[string]string) Thing {
	t := Thing{Name: columns["name"], Also: columns["also"], Parts: columns["parts"], Solid: columns["solid"],
		SizeMM: columns["size_mm"], Contains: columns["contains"],
		Traits: columns["traits"], CupG: columns["cup_g"], Keeps: columns["keeps"], Feel: columns["feel"],
		Cost: columns["cost"]}.Trimmed()
	if t.Parts == "" {
		t.Parts = string(material.Find)
		if t.CupG != "" {
			t.Parts = string(material.Filler)
		}
	}
	return t
}
