package lookup

import (
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/written"
)

// notForPlay are the traits of what nobody is told how to play with.
var notForPlay = material.TraitsOf(material.HouseholdChemical, material.ToxicSeed, material.UpsetPlant,
	material.UnknownPlant, material.Battery, material.Magnet,
	material.Plaster, material.Borate, material.MineralOil, material.EssentialOil, material.CamphorOil, material.Talc,
	material.LatexBalloon,
	material.DryIce, material.RawFood, material.Sharp, material.Breakable, material.Damaged, material.Film,
	material.Burns, material.Rusty, material.UnknownFinish)

// manner returns how a thing shows itself in play, each side that is described.
func (d LookUp) manner(it material.Item) []written.Shown {
	shown := []written.Shown{}
	show := func(what, says say.Text) {
		if says != "" {
			shown = append(shown, written.Shown{What: d.Pen.Text(what), Says: d.Pen.Text(says)})
		}
	}
	listed := func(words []string) say.Text { return say.List("{word}, {next}", say.Texts(words...)...) }
	colours := listed(it.Manner.Colours)
	if colours == material.ManyColours {
		colours = "many colours"
	}
	show("Colour", colours)
	if sound := material.FirstSound(it.Name); sound != "" {
		show("First sound", say.Typed(sound))
	}
	if !it.Facts.Traits.Meet(notForPlay).Empty() {
		return shown
	}
	show("Trains", listed(it.Manner.Trains))
	show("In water", it.InWater())
	show("In dough", it.InDough())
	show("In a dry filler", it.InDryFiller())
	switch it.Manner.Porous {
	case material.IsSo:
		show("Porous", "yes: washed and dried through, or thrown away")
	case material.IsNot:
		show("Porous", "no: wipes clean")
	}
	show("Clean up", it.CleanUp().Say())
	return shown
}
