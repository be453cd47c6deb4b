// Package pen writes answers: what the core found, in the form in which it is told and in the words of a language.
package pen

import (
	"slices"
	"time"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/written"
)

// Pen writes answers down in a language: what the core says is put into words here, and nowhere
// before.
type Pen struct{ *say.Language }

// English is the pen that writes in the language of the sources.
var English = Pen{say.English}

// Text writes a message.
func (p Pen) Text(t say.Text) string { return t.In(p.Language) }

// text writes what is its own English source.
func (p Pen) text(s string) string { return say.Text(s).In(p.Language) }

// Some writes messages; nil for none.
func (p Pen) Some(texts []say.Text) []string {
	if texts == nil {
		return nil
	}
	return p.All(texts)
}

// Verdict writes a verdict with its mark; a verdict that nobody reached is empty and
// not ready.
func Verdict(v safety.Verdict) written.Judged {
	if !v.Valid() {
		return written.Judged{}
	}
	return written.Judged{Verdict: v.String(), Mark: v.Mark(), Ready: v.Ready()}
}

// Usual writes a verdict that may be usual care: a hand that the routine gives anyway.
func Usual(v safety.Verdict, usual bool) written.Judged {
	j := Verdict(v)
	if usual && v == safety.WithAHand {
		j.Mark = safety.UsualMark
	}
	return j
}

// Findings writes findings, worst first; never nil.
func (p Pen) Findings(fs []safety.Finding) []written.Finding {
	out := make([]written.Finding, len(fs))
	for i, f := range fs {
		out[i] = written.Finding{Rule: f.Rule, Title: p.Text(f.Title), Judged: Usual(f.Verdict, f.Usual),
			Reason: p.Text(f.Reason), Numbers: make([]written.Number, len(f.Numbers)),
			Source: p.text(f.Source.Source), Standing: p.text(string(f.Source.Standing)), Change: p.Text(f.Change),
			Do: p.All(safety.Sentences(f.Do)), Missing: p.Text(f.Missing), Way: string(f.Way)}
		for j, do := range f.Do {
			if do.Calls() {
				out[i].Calls = append(out[i].Calls, j)
			}
		}
		for j, n := range f.Numbers {
			out[i].Numbers[j] = written.Number{Label: p.Text(n.Label), Value: p.Text(n.Value)}
		}
	}
	return out
}

// Line writes the answer for one thing, with its findings in words.
func (p Pen) Line(l *plan.Line) written.Line {
	short, middle, long := l.Facts.Smallest.Extents()
	findings := l.Assessment.Led()
	usual := !slices.ContainsFunc(findings, func(f safety.Finding) bool { return !f.Usual })
	cares := safety.Cares(findings, l.Assessment.Routine())
	texts := make([]string, len(cares))
	for i, c := range cares {
		texts[i] = p.Text(c.Say())
	}
	return written.Line{Name: p.Called(l), Use: l.Use.String(), Judged: Usual(l.Assessment.Verdict, usual),
		Findings: p.Findings(findings),
		Detail:   p.Text(l.Facts.Size()), ExtentMM: []float64{short, middle, long}, Laid: p.Laid(l), Cares: cares,
		CareTexts: texts}
}

// Called writes what a line is called.
func (p Pen) Called(l *plan.Line) string {
	if l.Called != "" {
		return p.Text(l.Called)
	}
	return p.Name(l.ID, l.Name)
}

// Laid writes what is said of a thing where it lies.
func (p Pen) Laid(l *plan.Line) written.Laid {
	return written.Laid{ID: l.ID, Count: l.Count, Ask: p.Text(l.Ask()),
		Colours: l.Sorted.Colours, PerColour: l.Sorted.PerColour,
		Holds: l.Sorted.Holds, Into: l.Sorted.Into, Meets: p.Text(l.Meets), Passes: p.Text(passing[l.Passes])}
}

// passing says how a piece goes through.
var passing = map[gauge.Passing]say.Text{gauge.Goes: "goes", gauge.Push: "needs a push", gauge.Wedges: "wedges",
	gauge.Stays: "does not go in", gauge.Perhaps: "try it: some go, some may not"}

// Lines writes answers in their order; never nil.
func (p Pen) Lines(lines []plan.Line) []written.Line {
	out := make([]written.Line, len(lines))
	for i := range lines {
		out[i] = p.Line(&lines[i])
	}
	return out
}

// Group writes the children of a group as the rules see them.
func (p Pen) Group(g *safety.Group) written.Group {
	r := g.Room()
	out := written.Group{Children: len(r.Children), Adults: r.Adults, AdultsNeeded: g.AdultsNeeded(),
		YoungestMonths: g.Youngest(), YoungestWords: p.Text(age.Say(g.Youngest())),
		Ages: make([]written.Age, len(r.Children))}
	for i, c := range r.Children {
		out.Ages[i] = written.Age{Initials: c.Label, Months: c.Months, CountsAs: c.Effective(false),
			Mouths: written.WordOf(c.Mouths)}
	}
	if len(r.Children) > 0 {
		out.PortionG = recipe.DefaultPortion(g.Youngest()).Grams()
	}
	return out
}

// Opening is when and where a plan opens: what is needed to write its times and volumes.
type Opening struct {
	At     clock.Wall
	Zone   *time.Location
	System unit.System
}

// StartBy returns when the first hand must be laid on.
func (o Opening) StartBy(a plan.Answer) clock.Wall {
	hands, waiting := a.Minutes()
	return o.At.Minus(hands+waiting, o.Zone)
}

// Answer writes the answer to a plan for a group that is written already, each line as write does.
func (p Pen) Answer(a plan.Answer, g *safety.Group, group written.Group, o Opening,
	write func(*plan.Line) written.Line) written.Answer {
	out := written.Answer{Group: group, Places: make([]written.PlaceAnswer, len(a.Places)),
		Beside:   make([]written.Line, len(a.Beside)),
		Timeline: make([]written.TimedStep, len(a.Timeline)),
		Baseline: p.All(safety.Baseline()), Routine: p.Some(g.Routine().Say())}
	out.MinutesHands, out.MinutesWaiting = a.Minutes()
	left := out.MinutesHands + out.MinutesWaiting
	out.StartBy = o.StartBy(a).String()
	for i, s := range a.Timeline {
		out.Timeline[i] = written.TimedStep{Step: p.Step(s), Starts: o.At.Minus(left, o.Zone).String()}
		left -= s.Minutes
	}
	for i := range a.Places {
		out.Places[i] = p.place(&a.Places[i], o, write)
	}
	for i := range a.Beside {
		out.Beside[i] = write(&a.Beside[i])
	}
	out.Precautions, out.Covered = caresOf(out)
	usual := !slices.ContainsFunc(out.Beside, more) && !slices.ContainsFunc(out.Places,
		func(p written.PlaceAnswer) bool {
			return p.Mark == safety.WithAHand.Mark()
		})
	v := Usual(a.Verdict, usual)
	out.Verdict, out.Mark, out.Ready = v.Verdict, v.Mark, v.Ready
	return out
}

// more reports whether a line asks for more than the routine. What was worded a line at a time is
// not worded again for the whole.
func more(l written.Line) bool { return l.Mark == safety.WithAHand.Mark() }

func (p Pen) place(a *plan.PlaceAnswer, o Opening, write func(*plan.Line) written.Line) written.PlaceAnswer {
	out := written.PlaceAnswer{ID: a.ID, Name: a.Name, Base: make([]written.Line, len(a.Base)),
		Lines: make([]written.Line, len(a.Lines)),
		Notes: p.Some(a.Notes)}
	for i := range a.Base {
		out.Base[i] = write(&a.Base[i])
	}
	for i := range a.Lines {
		out.Lines[i] = write(&a.Lines[i])
	}
	v := Usual(a.Verdict, !slices.ContainsFunc(out.Base, more) && !slices.ContainsFunc(out.Lines, more))
	out.Verdict, out.Mark, out.Ready = v.Verdict, v.Mark, v.Ready
	if a.Mix != nil {
		m := p.mix(a.Mix)
		out.Mix = &m
	}
	if a.Fill != nil {
		f := p.fill(a.Fill, o.System)
		out.Fill = &f
	}
	if out.Name == "" {
		switch {
		case out.Mix != nil:
			out.Name = out.Mix.Recipe
		case out.Fill != nil:
			out.Name = out.Fill.Vessel.Name
		}
	}
	return out
}

func (p Pen) fill(f *plan.FillAnswer, system unit.System) written.FillAnswer {
	out := written.FillAnswer{Vessel: p.Vessel(f.Tub), Tubs: f.Tubs, Seats: f.Seats, Turns: f.Turns,
		DepthMM: f.Depth.Millimetres(), FindsML: f.Finds.Millilitres(), InAllG: f.InAll().Grams(),
		SideBySide: f.SideBySide, Poured: make([]written.Poured, len(f.Poured))}
	for i, of := range f.Poured {
		out.Poured[i] = written.Poured{ItemID: of.Item.ID, Name: p.Name(of.Item.ID, of.Item.Name),
			DepthMM: of.Depth.Millimetres(), VolumeML: of.Volume.Millilitres(), MassG: of.Mass.Grams(),
			InAllG: of.InAll.Grams(), Cups: unit.Cups(of.Volume, system), Liquid: of.Item.Facts.Form == material.Liquid}
		if of.Share.Count > 0 {
			out.Poured[i].Child = &p.Scoops([]scale.Scoop{of.Share})[0]
		}
	}
	if i := f.Ice; i != nil {
		out.Ice = &written.Ice{Pieces: i.Pieces, EachG: i.Each.Grams(), Freezes: p.Text(i.Freezes.Say()),
			Lasts: p.Text(i.Lasts.Say())}
	}
	if g := f.Guess; g != nil {
		out.Guess = &written.Guess{Least: g.Least, Most: g.Most, FewMM: g.Few.Millimetres(),
			MoreMM: g.More.Millimetres()}
	}
	return out
}

// Digest is what a list says of a set-up, in no language yet: what is kept of it is the same for everybody.
type Digest struct {
	StartsBy string `json:"starts_by"`
	written.Judged
	What   say.Text `json:"what"`
	Reason say.Text `json:"reason"`
}

// Told writes a digest.
func (p Pen) Told(d Digest) written.Digest {
	return written.Digest{StartsBy: d.StartsBy, Verdict: d.Verdict, Mark: d.Mark, Ready: d.Ready,
		What: p.Text(d.What), Reason: p.Text(d.Reason)}
}

// DigestOf returns what a list says of a set-up.
func DigestOf(a plan.Answer, o Opening) Digest {
	d := Digest{StartsBy: o.StartBy(a).String(), Judged: Usual(a.Verdict, a.Usual())}
	var whats []say.Text
	for _, place := range a.Places {
		for _, l := range place.Base {
			base := l.Say()
			switch {
			case place.Mix != nil:
				base = say.F("{base}, {mass}", base, place.Mix.Batch.Made)
			case len(place.Base) == 1 && place.Fill.InAll().Grams() > 0:
				base = say.F("{base}, {mass}", base, place.Fill.InAll())
			}
			whats = append(whats, base)
		}
	}
	d.What = say.List("{place}; {next}", whats...)
	if l, f, ok := a.Worst(); ok {
		d.Reason = say.F("{thing}: {reason}", l.Say(), f.Reason)
	}
	if l, open := a.Unsized(); open && a.Verdict == safety.MeasureFirst && d.Reason == "" {
		d.Reason = say.F("{thing}: {reason}", l.Say(), l.Ask())
	}
	return d
}

func (p Pen) mix(m *plan.MixAnswer) written.MixAnswer {
	b := m.Batch
	out := written.MixAnswer{Recipe: p.Name(b.Recipe.ID, b.Recipe.Name), NeedG: b.Need.Grams(), MadeG: b.Made.Grams(),
		MixedG: b.Mixed.Grams(), Movements: b.Movements, PortionG: m.Portion.Grams(),
		Colours: m.Colours, ColourG: m.Colour.Grams(), Keeps: p.Text(m.Nature.Keeps), Nature: p.Nature(m.Nature,
			m.TasteShare, m.NotTasteSafe), Amounts: make([]written.Amount, len(b.Amounts))}
	out.Pots, out.PotEachG = pots(m.Pots)
	if m.Stored != nil {
		out.Batch = &written.TakenFrom{ID: m.Stored.ID, Name: m.Stored.Name, LeftG: m.Stored.Left.Grams()}
	}
	for i, a := range b.Amounts {
		out.Amounts[i] = p.Amount(a)
	}
	return out
}

func pots(p scale.Pots) (count int, eachG float64) {
	if p.Count == 0 {
		return 0, 0
	}
	return p.Count, p.Each.Grams()
}

// Nature writes what a mix is, and how much of the youngest child's day a taste holds.
func (p Pen) Nature(n recipe.Nature, tasteShare float64, notTasteSafe []say.Text) written.Nature {
	out := written.Nature{ActivityMargin: recipe.ActivityMargin, Stable: !n.Class.NeedsCold(),
		Class:        p.Text(n.Class.Say()),
		Hydration:    max(0, n.Hydration),
		NotTasteSafe: p.All(notTasteSafe), Stains: n.Stains, Allergens: p.Text(n.Allergens.Say())}
	if len(n.Unsalted) > 0 {
		out.NoSalt = p.Text(say.F("No figure: how salty {things} may be is not known.",
			say.List("{thing} and {next}", n.Unsalted...)))
	} else {
		sodium := n.TasteSodium.Grams() * 1000
		out.SodiumMG, out.TasteShare = &sodium, &tasteShare
	}
	if n.Known && !n.Dry {
		out.Activity = max(0, n.Activity)
	}
	return out
}

// Amount writes how much of one ingredient.
func (p Pen) Amount(a scale.Measured) written.Amount {
	return written.Amount{ItemID: a.Line.Item.ID, Name: p.Name(a.Line.Item.ID, a.Line.Item.Name),
		ExactG:   a.Exact.Grams(),
		AsNeeded: a.Line.AsNeeded(), Scoops: p.Scoops(a.Scoops), Off: a.Off, Within: a.Within}
}

// Scoops writes fillings of measures; never nil.
func (p Pen) Scoops(scoops []scale.Scoop) []written.Scoop {
	out := make([]written.Scoop, len(scoops))
	for i, s := range scoops {
		out[i] = written.Scoop{Label: p.Text(say.Copied(s.Measure.Label())), Count: s.Count,
			VolumeML: s.Measure.Volume().Millilitres()}
	}
	return out
}

// maxOthers is how many vessels are offered in place of one.
const maxOthers = 3

// Vessels writes the vessels of a centre, each with those that serve in its place.
func (p Pen) Vessels(all []vessel.Vessel) []written.Vessel {
	out := make([]written.Vessel, len(all))
	for i, t := range all {
		out[i] = p.Vessel(t)
		out[i].UsualMM = t.Usual().Millimetres()
		for _, o := range t.Others(all, maxOthers) {
			out[i].Others = append(out[i].Others, o.ID)
		}
	}
	return out
}

// Vessel writes a vessel with the ways to play in it.
func (p Pen) Vessel(t vessel.Vessel) written.Vessel {
	w := written.WriteVessel(t)
	for _, s := range t.Styles() {
		w.Styles = append(w.Styles, written.Style{Words: p.Text(s.Words), DepthMM: s.Depth.Millimetres()})
	}
	return w
}

// Gauge draws a measured piece in the small-parts cylinder; nil for what the gauge
// does not judge or nobody has measured.
func Gauge(f material.Facts) *written.Gauge {
	if !f.Form.GaugeJudges() || !f.Smallest.Known() {
		return nil
	}
	at := f.Smallest.Pose()
	short, middle, long := f.Smallest.Extents()
	return &written.Gauge{Fits: at.Fits && !at.Unsure, Unsure: at.Unsure, Ball: f.Smallest.BallFit(),
		Round:    f.Traits.Has(material.Rounded) || f.Smallest.Rounded(),
		Squeezed: f.Traits.Has(material.Soft) && !at.Fits && f.Smallest.Squeezed(gauge.SoftSqueeze).CylinderFit().Fits,
		Size:     f.Smallest.String(), ExtentsMM: []float64{short, middle, long}, Side: points(f.Smallest.Side(at)),
		Top: points(f.Smallest.Top(at))}
}

func points(ps []gauge.Point) []written.Point {
	out := make([]written.Point, len(ps))
	for i, p := range ps {
		out[i] = written.Point{p.X, p.Y}
	}
	return out
}

// Swaps writes swaps, best first; never nil.
func (p Pen) Swaps(swaps []safety.Swap) []written.Swap {
	out := make([]written.Swap, len(swaps))
	for i, s := range swaps {
		out[i] = written.Swap{ItemID: s.Item.ID, Name: p.Name(s.Item.ID, s.Item.Name),
			Judged: Usual(s.Assessment.Verdict,
				s.Assessment.Usual()), Changes: p.All(s.Changes), InCupboard: s.InCupboard}
	}
	return out
}
