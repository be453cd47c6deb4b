package plan

import (
	"fmt"
	"math"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
)

// Minutes that are taken for one piece, by a practised hand (common practice).
const (
	wipeMinutes  = 0.25 // to wash or wipe it, and dry it
	cordMinutes  = 0.5  // to cut a string and tape its tip
	markMinutes  = 0.25 // to mark a cup with its colour
	countMinutes = 1.0 / 30
)

// piecework returns how long so many pieces take, 2 minutes at the least.
func piecework(pieces int, each float64) int {
	return int(math.Max(2, math.Ceil(float64(pieces)*each)))
}

// chores sorts the things of a set-up by what has to be done to them.
type chores struct {
	found, threaded, cups, all, washed int // pieces
	names                              []say.Text
}

func (a *Answer) chores() (c chores) {
	a.Each(func(l *Line) bool {
		if l.Use == safety.AdultTool || l.Count == 0 {
			return true
		}
		c.all += l.Count
		if l.Facts.Traits.Has(material.Outdoors) && l.Use != safety.Sealed {
			c.found += l.Count
			c.names = append(c.names, say.Within(l.Say()))
		}
		if l.Use == safety.Threaded {
			c.threaded += l.Count
		}
		if l.Sorted.Into {
			c.cups += l.Count
		}
		if !l.Facts.Traits.Has(material.Food) {
			c.washed += l.Count
		}
		return true
	})
	return c
}

// onThings returns what is done to the things of a set-up before they are laid out: what was found or
// used before is washed, strings are cut, cups are marked (common practice).
func (a *Answer) onThings(children int) (steps []recipe.Step) {
	c := a.chores()
	if c.found > 0 {
		steps = append(steps, recipe.Step{ID: "wash-found", Text: say.F("Wash or wipe, and dry: {things}",
			say.List("{thing}, {next}", c.names...)), Minutes: piecework(c.found, wipeMinutes),
			By: recipe.ChildrenHelp})
	}
	if c.threaded > 0 {
		steps = append(steps, recipe.Step{ID: "strings", Text: "Cut a string for each child and tape its tip",
			Minutes: piecework(children, cordMinutes), By: recipe.Adult})
	}
	if c.cups > 0 {
		steps = append(steps, recipe.Step{ID: "cups", Text: "Mark each cup with its colour", Minutes: piecework(c.cups,
			markMinutes)})
	}
	return steps
}

// After returns what is done when play is over, in order: things are counted in, what filled the places is
// cleared away by the way that clears it, what children's mouths or something wet came to is washed
// (common practice).
func (a *Answer) After(g *safety.Group) (steps []recipe.Step) {
	c := a.chores()
	if c.all > 0 {
		steps = append(steps, recipe.Step{ID: "count-in", Text: say.F("Count back in {pieces} pieces",
			c.all), Minutes: piecework(c.all, countMinutes), By: recipe.ChildrenHelp})
	}
	wet := false
	for i := range a.Places {
		p := &a.Places[i]
		vessels := 1
		if p.Fill != nil {
			vessels = p.Fill.Tubs
		}
		for j := range p.Base {
			l := &p.Base[j]
			wet = wet || l.Facts.Form == material.Liquid || l.Facts.Form == material.SoftFood ||
				l.Facts.Form == material.Dough
			if l.Facts.Form == material.SoftFood && l.Facts.Traits.Has(material.Food) {
				steps = append(steps, recipe.Step{ID: fmt.Sprintf("throw-away-%d-%d", i, j),
					Text:    say.F("Throw away leftover {thing} (children touched it)", say.Within(l.Say())),
					Minutes: 2})
			}
			way := material.Item{Facts: *l.Facts}.CleanUp()
			if way.By == "" {
				continue
			}
			clear := recipe.Step{ID: fmt.Sprintf("clear-away-%d-%d", i, j), Text: say.F("Clean up {thing}: {way}",
				say.Within(l.Say()), say.Text(way.By)), Minutes: way.Minutes * vessels}
			if way.By == "pick up" || way.By == "brush" {
				clear.By = recipe.ChildrenHelp
			}
			steps = append(steps, clear)
		}
	}
	if c.washed > 0 && (wet || mouthed(g)) {
		steps = append(steps, recipe.Step{ID: "wash-up",
			Text: "Wash everything children mouthed. Leave to dry.", Minutes: piecework(c.washed, wipeMinutes),
			By: recipe.Adult})
	}
	return steps
}

func mouthed(g *safety.Group) bool {
	for _, c := range g.Room().Children {
		if c.Mouths != room.No {
			return true
		}
	}
	return false
}
