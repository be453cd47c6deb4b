// Package mending finds what mends coming set-ups: one swap for all of them that use what they may not.
package mending

import (
	"cmp"
	"slices"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/pen"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/written"
)

// Mending looks for mends.
type Mending struct{ bench.Bench }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Mending { return Mending{bench.On(d)} }

// Kept is a coming set-up and the version that it is kept in.
type Kept struct {
	desk.Coming
	Version int
}

// Asked reports whether a set-up uses what it may not, by what the list says of it.
func Asked(d written.Digest) bool { return d.Verdict == safety.KeepOut.String() }

// How many swaps are tried for each thing, and how many are offered.
const (
	tried   = 12
	offered = desk.MaxSwaps
)

// fault is what a set-up may not use, why, and what is asked for its swaps.
type fault struct {
	of     written.Stuff
	name   say.Text
	reason say.Text
	ask    written.SwapsInput
}

// use is one set-up that uses what it may not.
type use struct {
	in  Kept
	was bench.Reckoned
	fault
}

// Mends returns what may not be used in the set-ups and what to use instead, by how many it holds up. A swap is offered
// with the set-ups that it mends: in which it may be used, and nothing is forbidden that was not. A set-up that cannot
// be planned at all is not mended by a swap, and is left out.
func (m Mending) Mends(all []Kept) []written.Mend {
	var order []written.Stuff
	uses := map[written.Stuff][]use{}
	for _, k := range all {
		was, err := m.Reckon(k.Plan)
		if err != nil {
			continue
		}
		for _, f := range faults(k.Setup, was) {
			if len(uses[f.of]) == 0 {
				order = append(order, f.of)
			}
			uses[f.of] = append(uses[f.of], use{k, was, f})
		}
	}
	out := make([]written.Mend, 0, len(order))
	for _, of := range order {
		out = append(out, m.mend(of, uses[of]))
	}
	slices.SortStableFunc(out, func(a, b written.Mend) int { return cmp.Compare(len(b.Setups), len(a.Setups)) })
	return out
}

func (m Mending) mend(of written.Stuff, uses []use) written.Mend {
	out := written.Mend{Of: of, Name: m.Pen.Text(uses[0].name), Judged: pen.Verdict(safety.KeepOut),
		Reason: m.Pen.Text(uses[0].reason), Instead: []written.Instead{}}
	for _, u := range uses {
		out.Setups = append(out.Setups, m.at(u.in))
	}
	for _, s := range m.candidates(uses) {
		one := written.Instead{By: written.Stuff{ItemID: s.ItemID, RecipeID: s.RecipeID}, Name: s.Name,
			Changes: s.Changes, Setups: []written.Mended{}, Not: []written.NotMended{}}
		for _, u := range uses {
			if mended, why := m.try(u, one.By); why != "" {
				one.Not = append(one.Not, written.NotMended{SetupAt: m.at(u.in), Why: why})
			} else {
				one.Setups = append(one.Setups, mended)
			}
		}
		if len(one.Setups) > 0 {
			out.Instead = append(out.Instead, one)
		}
	}
	slices.SortStableFunc(out.Instead, func(a, b written.Instead) int {
		return cmp.Compare(len(b.Setups), len(a.Setups))
	})
	out.Instead = out.Instead[:min(offered, len(out.Instead))]
	return out
}

// candidates returns the swaps that some of the set-ups would offer, those first that stand first in most of them.
func (m Mending) candidates(uses []use) []written.Swap {
	var found []written.Swap
	place := map[written.Stuff]int{} // the sum of where it stands; behind all where it is not offered
	for n, u := range uses {
		swaps, err := m.SwapsUpTo(u.ask, tried)
		if err != nil {
			continue
		}
		here := map[written.Stuff]bool{}
		for i, s := range swaps {
			by := written.Stuff{ItemID: s.ItemID, RecipeID: s.RecipeID}
			here[by] = true
			if _, known := place[by]; !known {
				place[by], found = n*tried, append(found, s)
			}
			place[by] += i
		}
		for by := range place {
			if !here[by] {
				place[by] += tried
			}
		}
	}
	slices.SortStableFunc(found, func(a, b written.Swap) int {
		return cmp.Compare(place[written.Stuff{ItemID: a.ItemID, RecipeID: a.RecipeID}],
			place[written.Stuff{ItemID: b.ItemID, RecipeID: b.RecipeID}])
	})
	return found
}

// try returns a set-up with a swap in it, or why that does not mend it.
func (m Mending) try(u use, by written.Stuff) (out written.Mended, why string) {
	setup := u.in.Instead(u.of, by)
	now, err := m.Reckon(setup.Plan)
	if err != nil {
		return out, err.Error()
	}
	if f, bad := worse(u, now, by); bad {
		return out, m.Pen.Text(f)
	}
	answer, err := m.Answer(setup.Plan)
	if err != nil {
		return out, err.Error()
	}
	return written.Mended{SetupAt: m.at(u.in), Judged: judged(setup, now, by), Missing: answer.Missing,
		SetupChange: written.SetupChange{SetupID: u.in.ID,
			Save: written.SetupInput{Version: u.in.Version, Setup: setup}}}, ""
}

// judged returns what is made of a swap in a set-up, whatever else lies there.
func judged(s written.Setup, r bench.Reckoned, by written.Stuff) written.Judged {
	worst, usual, found := safety.GoesIn, true, false
	for _, l := range linesOf(s, r) {
		if l.of == by {
			found, worst = true, safety.Worst(worst, l.line.Assessment.Verdict)
			usual = usual && (l.line.Assessment.Verdict == safety.GoesIn || l.line.Assessment.Usual())
		}
	}
	if !found {
		return pen.Verdict(safety.MeasureFirst)
	}
	return pen.Usual(worst, usual && worst == safety.WithAHand)
}

// worse says why a swap does not mend a set-up: it may not be used there or nobody knows whether, or what was allowed
// no longer is.
func worse(u use, now bench.Reckoned, by written.Stuff) (why say.Text, bad bool) {
	before := map[string]safety.Verdict{}
	for _, l := range u.was.Identified() {
		before[l.Key] = max(before[l.Key], l.Assessment.Verdict)
	}
	lines := linesOf(u.in.Instead(u.of, by), now)
	for _, l := range lines {
		was, known := before[l.key]
		if l.of == by {
			was, known = safety.WithAHand, true
		}
		if known && l.line.Assessment.Verdict <= max(was, safety.WithAHand) {
			continue
		}
		if f, ok := l.line.Assessment.First(); ok {
			return say.F("{thing}: {reason}", l.line.Say(), f.Reason), true
		}
		return l.line.Say(), true
	}
	return "", false
}

func (m Mending) at(k Kept) written.SetupAt {
	return written.SetupAt{ID: k.ID, Name: k.Name, RoomName: m.RoomName(k.RoomID), PlayAt: k.PlayAt}
}
