package safety

import (
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
)

// Notes returns how to shape a set-up for children who avoid or seek how a material
// feels. They never decide a verdict.
func Notes(children []room.Child, feel material.Feel) []say.Text {
	is := map[string]bool{"sticky": feel.On(material.Stickiness) == "sticky" || feel.On(material.Stickiness) == "tacky",
		"wet":     feel.On(material.Wetness) == "wet" || feel.On(material.Wetness) == "damp",
		"loud":    feel.On(material.Noise) == "loud",
		"scented": feel.On(material.Scentedness) == "mild" || feel.On(material.Scentedness) == "strong"}
	offer := map[string]say.Text{"sticky": "a tool, gloves or a zip bag first, and a cloth of their own",
		"wet": "a dry corner and a tool first", "loud": "a place at the edge, or a start before the others",
		"scented": "the same without scent in a bowl beside it"}
	var notes []say.Text
	for _, c := range children {
		for _, w := range c.Avoids.Words() {
			if is[w] {
				notes = append(notes, say.F("{child} avoids {feel} things. Offer {offer}. Do not push.", c.Label,
					say.Text(w), offer[w]))
			}
		}
		for _, w := range c.Seeks.Words() {
			if is[w] {
				notes = append(notes, say.F("{child} seeks {feel} things: give a place where there is plenty of it.",
					c.Label, say.Text(w)))
			}
		}
	}
	return notes
}

// CustomNotes returns what families keep from that a thing or a mix holds. They never decide
// a verdict: the families do.
func CustomNotes(customs []room.Custom, f material.Facts) []say.Text {
	holds := map[room.Custom]bool{
		room.Gelatine: f.Traits.Has(material.Gelatine), room.Alcohol: f.Alcohol.There(),
		room.HoneyToo: f.Traits.Has(material.Honey),
		room.Meat:     f.Traits.Any(material.Gelatine, material.RawFood, material.MeatOrFish),
		room.FoodPlay: f.Traits.Has(material.Food),
	}
	words := map[room.Custom]say.Text{
		room.Gelatine: "it contains gelatine", room.Alcohol: "it contains alcohol", room.HoneyToo: "it contains honey",
		room.Meat:     "it comes from meat or fish",
		room.FoodPlay: "it is food",
	}
	var notes []say.Text
	for _, c := range customs {
		if holds[c] {
			notes = append(notes, say.F("Some families here avoid {what} ({why}). Ask them first, or choose something else.",
				say.Text(c), words[c]))
		}
	}
	return notes
}
