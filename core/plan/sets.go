package plan

import (
	"fmt"

	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Set is a thing in colours, to be sorted.
type Set struct {
	Colours int // equal parts; 0 or 1 for any colour
	// Cup is what each colour is sorted into, one for each colour at every vessel; nil for none.
	Cup *material.Item
}

// MaxColours is the most colours of one set.
const MaxColours = 8

// Sorted is how a set is counted out.
type Sorted struct {
	Colours   int // 0 for what is not a set
	PerColour int // pieces
	// Holds is how many of the pieces one cup holds, 0 where that is not known.
	Holds int
	// Into says that the line is the cups of the set above it.
	Into bool
}

// sort counts the last of the lines out by colours, equally many of each and never too few for the
// children, and adds its cups, so many for each vessel.
func (set Set) sort(lines []Line, vessels int, memo *Memo, g *safety.Group) ([]Line, error) {
	l := &lines[len(lines)-1]
	if set.Colours < 0 || set.Colours > MaxColours {
		return nil, &InvalidInput{"colours", fmt.Sprintf("%s: sort it by 2 to %d colours.", l.Name, MaxColours)}
	}
	if set.Colours < 2 {
		return lines, nil
	}
	per := (l.Count + set.Colours - 1) / set.Colours
	l.Count, l.Sorted = per*set.Colours, Sorted{Colours: set.Colours, PerColour: per}
	if set.Cup == nil {
		return lines, nil
	}
	l.Sorted.Holds = holds(&set.Cup.Facts, l.Facts)
	cup := memo.judge(set.Cup.Name, &set.Cup.Facts, nil, safety.Open, g)
	cup.Of, cup.Count, cup.Sorted = l.ID+"/cup", set.Colours*vessels, Sorted{Into: true}
	return append(lines, cup), nil
}

// holds returns how many pieces a cup of the smallest size surely holds, loose: those of the
// largest.
func holds(cup, piece *material.Facts) int {
	one := piece.Largest.Volume().Millilitres()
	if !(one > 0) || !cup.Smallest.Known() {
		return 0
	}
	inside := cup.Smallest.Shrunk(cupWall.Millimetres()).Volume().Millilitres()
	return int(packing * inside / one)
}

// cupWall is how thick the wall of a cup is taken to be, both sides together (common practice).
var cupWall = unit.Millimetres(4)
