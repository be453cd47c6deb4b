package desk

import (
	"strings"

	"emblo/core/material"
	"emblo/core/written"
)

// notForPlay are the traits of what nobody is told how to play with.
var notForPlay = material.TraitsOf(material.HouseholdChemical, material.ToxicSeed, material.UnknownPlant, material.Battery, material.Magnet,
	material.Plaster, material.Borate, material.MineralOil, material.EssentialOil, material.CamphorOil, material.Talc, material.LatexBalloon,
	material.DryIce, material.RawFood, material.Sharp, material.Breakable, material.Damaged, material.Film, material.Burns, material.Rusty, material.UnknownFinish)

// manner returns how a thing shows itself in play, each side that is described.
func manner(it material.Item) []written.Shown {
	shown := []written.Shown{}
	say := func(what, says string) {
		if says != "" {
			shown = append(shown, written.Shown{What: what, Says: says})
		}
	}
	colours := strings.Join(it.Manner.Colours, ", ")
	if colours == material.ManyColours {
		colours = "many colours"
	}
	say("Colour", colours)
	say("First sound", material.FirstSound(it.Name))
	if !it.Facts.Traits.Meet(notForPlay).Empty() {
		return shown
	}
	say("Trains", strings.Join(it.Manner.Trains, ", "))
	say("In water", it.InWater())
	say("In dough", it.InDough())
	say("In a dry filler", it.InDryFiller())
	switch it.Manner.Porous {
	case material.IsSo:
		say("Porous", "yes: washed and dried through, or thrown away")
	case material.IsNot:
		say("Porous", "no: wipes clean")
	}
	say("Clear away", it.CleanUp().String())
	return shown
}
