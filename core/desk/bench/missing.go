package bench

import (
	"errors"
	"math"
	"slices"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/stock"
	"emblo/core/unit"
	"emblo/core/written"
)

// Needs returns what a plan takes of the cupboard, but for what somebody has seen that there is enough of.
func (d Bench) Needs(of desk.Coming, r *Reckoned) []stock.Need {
	return d.needs(of, r, d.Takes(of.Plan, r))
}

func (d Bench) needs(of desk.Coming, r *Reckoned, uses []Use) []stock.Need {
	on := counter{Shelf: d.Shelf, Settings: d.Settings, desk: d.Desk}
	labels, _ := of.ReadLabels(on) // both have been read to reckon it
	have, _ := of.ReadHave(on)
	all := make([]stock.Need, 0, len(uses))
	for _, u := range uses {
		if seen, looked := have[u.ID]; looked && seen >= math.Floor(takenOf(uses, u.ID)) {
			continue
		}
		all = append(all, stock.Need{ItemID: u.ID, Label: labels[u.ID], Amount: u.Amount, At: r.Opening.At, For: of.ID,
			Back: u.Back})
	}
	return all
}

// takenOf adds up what is taken of a thing.
func takenOf(uses []Use, item string) (sum float64) {
	for i := range uses {
		if uses[i].ID == item {
			sum += uses[i].Amount.Or(0)
		}
	}
	return sum
}

// Missing returns what is missing before each of the plans is ready that are still to open, by their ids: what of its
// things stands in the way, what the cupboard lacks beside all that the others take of it until then, and, on the day
// of play, the precautions that nobody does. One with nothing missing is in it with nothing.
func (d Bench) Missing(plans []desk.Coming, now clock.Wall) map[string][]written.Missing {
	type one struct {
		of  desk.Coming
		r   Reckoned
		own []stock.Need
	}
	var coming []one
	var needs []stock.Need
	out := map[string][]written.Missing{}
	for _, p := range plans {
		if p.Opens().Compare(now) < 0 {
			continue
		}
		r, err := d.Reckon(p.Plan)
		if err != nil {
			out[p.ID] = []written.Missing{{Kind: written.ToFindOut, Name: p.Name, Says: sentenceOf(err)}}
			continue
		}
		c := one{p, r, d.Needs(p, &r)}
		coming = append(coming, c)
		if r.Verdict.Ready() { // nothing is taken for what does not go in as it stands
			needs = append(needs, c.own...)
		}
	}
	jars := d.StockedJars()
	for i := range coming {
		c := &coming[i]
		all := needs
		if !c.r.Verdict.Ready() {
			all = append(slices.Clone(needs), c.own...)
		}
		missing := d.missing(c.of.Plan, &c.r, stock.Standings(jars, all, c.of.ID))
		if c.r.Opening.At.Day() == now.Day() {
			missing = append(missing, d.undone(c.of, &c.r)...)
		}
		out[c.of.ID] = missing
	}
	return out
}

func sentenceOf(err error) string {
	if errors.Is(err, desk.ErrGone) {
		return "The room is not there any more."
	}
	return err.Error()
}

// Tell says of set-ups of the list that are still to open what is missing, so that none is ready of which something
// is, and with what they clash.
func (d Bench) Tell(listed []written.SetupSummary, plans []desk.Coming, now clock.Wall) {
	missing, clashes := d.Missing(plans, now), d.Clashes(plans, now)
	for i := range listed {
		s := &listed[i]
		all, looked := missing[s.ID]
		switch {
		case looked:
			s.Missing, s.Clashes, s.Ready = all, clashes[s.ID], s.Ready && len(all) == 0
		case s.PlayAt >= now.String(): // too far ahead to have been looked at: nobody knows
			s.Ready = false
		}
	}
}

// alone returns what is missing before a plan is ready that nobody has saved: as if nothing else took of the cupboard.
func (d Bench) alone(p written.Plan, r *Reckoned, uses []Use) []written.Missing {
	of := desk.Coming{ID: onlyPlace, Setup: written.Setup{Plan: p}}
	return d.missing(p, r, stock.Standings(d.StockedJars(), d.needs(of, r, uses), of.ID))
}

// missing writes what of the things of a plan stands in the way, then what the cupboard lacks of the rest; never nil.
func (d Bench) missing(p written.Plan, r *Reckoned, stands []stock.Standing) []written.Missing {
	out := []written.Missing{}
	if !r.Verdict.Ready() {
		out = d.ofTheThings(r, out)
		removed := keptOut(p, r)
		stands = slices.DeleteFunc(stands, func(s stock.Standing) bool { return slices.Contains(removed, s.ItemID) })
	}
	for _, kind := range []stock.Stand{stock.Unread, stock.TooLittle, stock.Unweighed, stock.Unnoted} {
		for i := range stands {
			if s := &stands[i]; s.Stand == kind && !takenForHere(s) {
				out = append(out, d.lacking(r, s, stands))
			}
		}
	}
	return out
}

// ofTheThings adds the things that are not to be used, then those of which something is to be found out.
func (d Bench) ofTheThings(r *Reckoned, out []written.Missing) []written.Missing {
	var open []written.Missing
	r.Each(func(l *plan.Line) bool {
		switch l.Verdict() {
		case safety.KeepOut:
			out = addOnce(out, written.Missing{Kind: written.ToRemove, Name: d.Pen.Called(l)})
		case safety.MeasureFirst:
			m := written.Missing{Kind: written.ToFindOut, Name: d.Pen.Called(l), Says: d.Pen.Text(l.Ask())}
			if f, objects := l.Assessment.First(); objects && m.Says == "" {
				m.Says = d.Pen.Text(f.InShort())
			}
			open = addOnce(open, m)
		}
		return true
	})
	return append(out, open...)
}

// keptOut returns the ids of the things of the shelf that are in what is not to be used: nobody looks for them.
func keptOut(p written.Plan, r *Reckoned) (ids []string) {
	lines := func(lines []plan.Line, items []written.PlanItem) {
		for i := range lines {
			at := slices.IndexFunc(items, func(w written.PlanItem) bool { return w.ID == lines[i].ID })
			if at >= 0 && lines[i].Verdict() == safety.KeepOut {
				ids = append(ids, items[at].ItemID)
			}
		}
	}
	for i := range r.Places {
		place := &r.Places[i]
		lines(place.Lines, p.Places[i].Items)
		for j := range place.Base {
			switch {
			case place.Base[j].Verdict() != safety.KeepOut:
			case place.Mix != nil:
				forBase(place, func(it *material.Item, _ unit.Mass) { ids = append(ids, it.ID) })
			case place.Fill != nil && j < len(place.Fill.Fillers):
				ids = append(ids, place.Fill.Fillers[j].ID)
			}
		}
	}
	lines(r.Beside, p.Beside)
	return ids
}

func addOnce(all []written.Missing, m written.Missing) []written.Missing {
	if slices.Contains(all, m) {
		return all
	}
	return append(all, m)
}

// takenForHere reports whether a thing is here until somebody says that it is not: what is laid out and comes back,
// whose number nobody has noted.
func takenForHere(s *stock.Standing) bool {
	return s.Back && s.Need.Kind() == unit.ByCount && s.Stand != stock.TooLittle && s.Stand != stock.Unread
}

// kinds are the stands as kinds of what is missing.
var kinds = map[stock.Stand]string{stock.Unread: written.ToRead, stock.TooLittle: written.TooLittle,
	stock.Unweighed: written.NotWeighed, stock.Unnoted: written.NotNoted}

// lacking writes one thing that the cupboard lacks.
func (d Bench) lacking(r *Reckoned, s *stock.Standing, all []stock.Standing) written.Missing {
	it, _ := d.Get(s.ItemID)
	m := written.Missing{Kind: kinds[s.Stand], Name: d.Pen.Name(it.ID, it.Name), ItemID: it.ID, Need: s.Need.Or(0),
		Lacks: s.Lacks.Or(0), Unit: s.Need.Kind().String()}
	if !s.Label.IsZero() {
		m.Says = d.Pen.Text(s.Label.Say())
	}
	switch s.Stand {
	case stock.TooLittle:
		m.Less = d.less(r, s, all)
	case stock.Unweighed, stock.Unnoted:
		if pack := d.pack(s.ItemID); s.Need.Kind() == unit.ByMass && pack.Grams() < s.Need.Or(0) {
			m.Less = d.smaller(r, s, pack)
		}
	}
	return m
}

// undone returns the precautions of a plan that nobody does, as one: how many of them, and what comes first.
func (d Bench) undone(of desk.Coming, r *Reckoned) []written.Missing {
	var out []written.Missing
	for _, c := range d.Pen.Answer(r.Answer, r.Group, written.Group{}, r.Opening, d.Line).Precautions {
		switch {
		case slices.ContainsFunc(of.Doers, func(o written.Doer) bool { return o.ID == c.ID }):
		case len(out) == 0:
			out = []written.Missing{{Kind: written.NobodyDoes, Name: c.Text, Lacks: 1}}
		default:
			out[0].Lacks++
		}
	}
	return out
}
