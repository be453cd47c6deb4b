package httpapi

import (
	"time"

	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/vessel"
	"emblo/internal/contract"
)

func answerBody(a plan.Answer, g *safety.Group, at time.Time, measures string) contract.Answer {
	body := contract.Answer{Group: groupBody(g), Lines: make([]contract.Line, 0, len(a.Lines)), Baseline: safety.Baseline()}
	body.MinutesHands, body.MinutesWaiting = a.Minutes()
	starts := firstHand(a, at)
	body.StartBy = starts.Format(wallClock)
	for _, s := range a.Timeline {
		body.Timeline = append(body.Timeline, contract.Step{Text: s.Text, Starts: starts.Format(wallClock), Minutes: s.Minutes,
			Wait: s.Wait, AdultOnly: s.AdultOnly, ChildrenHelp: s.ChildrenHelp})
		starts = starts.Add(time.Duration(s.Minutes) * time.Minute)
	}
	if len(a.Notes) > 0 {
		body.Notes = &a.Notes
	}
	if a.Verdict.Valid() {
		v := contract.Verdict(a.Verdict.String())
		body.Verdict = &v
	}
	if a.Base != nil {
		l := lineBody(*a.Base)
		body.Base = &l
	}
	for _, l := range a.Lines {
		body.Lines = append(body.Lines, lineBody(l))
	}
	if a.Mix != nil {
		m := mixBody(a.Mix)
		body.Mix = &m
	}
	if a.Fill != nil {
		body.Fill = &contract.FillAnswer{Vessel: vesselBody(a.Fill.Tub), Tubs: a.Fill.Tubs, Seats: a.Fill.Seats,
			DepthMm: a.Fill.Depth.Millimetres(), VolumeMl: a.Fill.Volume.Millilitres(), MassG: a.Fill.Mass.Grams(),
			InAllG: a.Fill.InAll.Grams(), Cups: cupsOf(a.Fill.Volume, measures)}
	}
	return body
}

func lineBody(l plan.Line) contract.Line {
	short, middle, long := l.Facts.Smallest.Extents()
	return contract.Line{Name: l.Name, ExtentMm: []float64{short, middle, long}, Use: contract.Use(l.Use.String()), Verdict: contract.Verdict(l.Assessment.Verdict.String()),
		Findings: findingBodies(l.Assessment.Findings()), Count: l.Count, Detail: l.Facts.Size()}
}

func findingBodies(fs []safety.Finding) []contract.Finding {
	bodies := make([]contract.Finding, len(fs))
	for i, f := range fs {
		b := contract.Finding{Rule: f.Rule, Title: f.Title, Verdict: contract.Verdict(f.Verdict.String()), Reason: f.Reason,
			Source: f.Source.Source, Standing: contract.FindingStanding(f.Source.Standing), Change: f.Change, Do: f.Do}
		b.Numbers = make([]struct {
			Label string `json:"label"`
			Value string `json:"value"`
		}, len(f.Numbers))
		for j, n := range f.Numbers {
			b.Numbers[j].Label, b.Numbers[j].Value = n.Label, n.Value
		}
		if b.Do == nil {
			b.Do = []string{}
		}
		if f.Missing != "" {
			missing := f.Missing
			b.Missing = &missing
		}
		bodies[i] = b
	}
	return bodies
}

func mixBody(m *plan.MixAnswer) contract.MixAnswer {
	b := m.Batch
	body := contract.MixAnswer{Recipe: b.Recipe.Name, NeedG: b.Need.Grams(), MadeG: b.Made.Grams(), MixedG: b.Mixed.Grams(),
		Movements: b.Movements, PortionG: m.Portion.Grams(), Colours: m.Colours, ColourG: m.Colour.Grams(), Keeps: m.Nature.Keeps,
		Amounts: make([]contract.Amount, len(b.Amounts))}
	for i, a := range b.Amounts {
		body.Amounts[i] = amountBody(a)
	}
	body.Nature = natureBody(m.Nature, m.TasteShare, m.NotTasteSafe)
	if m.Pots.Count > 0 {
		each := m.Pots.Each.Grams()
		body.Pots, body.PotEachG = &m.Pots.Count, &each
	}
	return body
}

func natureBody(in recipe.Nature, tasteShare float64, notTasteSafe []string) contract.Nature {
	n := contract.Nature{ActivityMargin: recipe.ActivityMargin, Stable: !in.Class.NeedsCold(), Class: in.Class.String(), Stains: in.Stains, Allergens: in.Allergens.String(),
		SodiumMg: in.TasteSodium.Grams() * 1000, TasteShare: tasteShare, NotTasteSafe: notTasteSafe}
	if n.NotTasteSafe == nil {
		n.NotTasteSafe = []string{}
	}
	if in.Known && in.Activity > 0 {
		n.Activity = &in.Activity
	}
	if in.Hydration > 0 {
		n.Hydration = &in.Hydration
	}
	return n
}

func amountBody(a recipe.Amount) contract.Amount {
	body := contract.Amount{ItemId: a.Line.Item.ID, Name: a.Line.Item.Name, ExactG: a.Exact.Grams(), Off: a.Off, Within: a.Within,
		Scoops: scoopBodies(a.Scoops)}
	return body
}

func vesselBody(t vessel.Tub) contract.Vessel {
	tl, tw := t.Top()
	bl, bw := t.Bottom()
	return contract.Vessel{Id: t.ID, Name: t.Name, TopLengthMm: tl.Millimetres(), TopWidthMm: tw.Millimetres(),
		BottomLengthMm: bl.Millimetres(), BottomWidthMm: bw.Millimetres(), HeightMm: t.Height().Millimetres(), DeepestMm: t.Deepest().Millimetres()}
}

func shelfBody(it material.Item) contract.ShelfItem {
	body := contract.ShelfItem{Id: it.ID, Name: it.Name, Also: it.Also, Detail: it.Facts.Size()}
	if body.Also == nil {
		body.Also = []string{}
	}
	for _, p := range it.Parts {
		body.Parts = append(body.Parts, string(p))
	}
	return body
}
