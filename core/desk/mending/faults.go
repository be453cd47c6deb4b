package mending

import (
	"slices"

	"emblo/core/desk/bench"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/written"
)

// placed is a line of an answer with what of the plan it stands for.
type placed struct {
	of   written.Stuff // zero for what somebody described
	key  string
	line plan.Line
	ask  written.SwapsInput
}

// linesOf returns every line of an answer with what of its plan it stands for: a mix with all that stays whole in it.
func linesOf(s written.Setup, r bench.Reckoned) (all []placed) {
	keys := r.Identified()
	next := func(of written.Stuff, ask written.SwapsInput) {
		ask.RoomID, ask.PlayAt = s.RoomID, s.PlayAt
		all = append(all, placed{of: of, key: keys[len(all)].Key, line: keys[len(all)].Line, ask: ask})
	}
	for i, p := range s.Places {
		for n, l := range r.Places[i].Base {
			one := *p.Base
			one.More = nil
			if n > 0 {
				one.Done = p.Base.More[n-1].Done
			}
			if one.RecipeID == "" {
				one.ItemID = l.Of
			}
			next(written.Stuff{ItemID: one.ItemID, RecipeID: one.RecipeID}, written.SwapsInput{Base: &one})
		}
		for n := range r.Places[i].Lines {
			if n < len(p.Items) {
				next(written.Stuff{ItemID: p.Items[n].ItemID}, written.SwapsInput{Base: p.Base, Item: &p.Items[n]})
				continue
			}
			next(written.Stuff{RecipeID: p.Base.RecipeID}, written.SwapsInput{Base: p.Base})
		}
	}
	for n := range s.Beside {
		next(written.Stuff{ItemID: s.Beside[n].ItemID}, written.SwapsInput{Item: &s.Beside[n]})
	}
	return all
}

// faults returns what a set-up may not use, each once, with its worst finding.
func faults(s written.Setup, r bench.Reckoned) (out []fault) {
	for _, l := range linesOf(s, r) {
		if l.line.Assessment.Verdict != safety.KeepOut || l.of == (written.Stuff{}) ||
			slices.ContainsFunc(out, func(f fault) bool { return f.of == l.of }) {
			continue
		}
		one := fault{of: l.of, name: l.line.Say(), ask: l.ask}
		if m := l.of.RecipeID; m != "" {
			one.name = recipeName(r, m)
		}
		if f, ok := l.line.Assessment.First(); ok {
			one.reason = f.Reason
		}
		out = append(out, one)
	}
	return out
}

// recipeName returns what the mix of a recipe in a plan is called, also where what stays whole in it is at fault.
func recipeName(r bench.Reckoned, id string) say.Text {
	for i := range r.Places {
		if p := &r.Places[i]; p.Mix != nil && len(p.Base) > 0 && p.Base[0].Of == id {
			return p.Base[0].Say()
		}
	}
	return say.Copied(id)
}
