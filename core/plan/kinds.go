package plan

import (
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
)

// lineOf judges one thing that lies in a base, or beside all: where its name means several, each of them.
func (s *Setup) lineOf(p *Placed, in Base, g *safety.Group) Line {
	if p.Kinds == nil {
		p = s.inContext(p, in)
		return s.Memo.judge(p.Name, &p.Facts, p.Prepared, p.Use, g)
	}
	verdicts := make([]safety.Verdict, 0, len(p.Kinds.All))
	var all []safety.Assessment
	var worst Line
	alike := true
	for i := range p.Kinds.All {
		lines := s.kindLines(p, &p.Kinds.All[i], in, g)
		verdict := safety.GoesIn
		for _, l := range lines {
			all, verdict = append(all, l.Assessment), safety.Worst(verdict, l.Assessment.Verdict)
			if worst.Facts == nil || l.Assessment.Verdict > worst.Assessment.Verdict {
				worst = l
			}
		}
		alike = alike && (i == 0 || verdict == verdicts[0])
		verdicts = append(verdicts, verdict)
	}
	worst.Name, worst.Kept = p.Name, false
	worst.Assessment = safety.Together(all...)
	if p.Kinds.Always || !alike && worst.Assessment.Verdict != safety.WithAHand {
		worst.Assessment = worst.Assessment.Asking(p.Kinds.Which(verdicts))
	}
	return worst
}

// kindLines judges one of the things that a name may mean: a mix with every piece in it.
func (s *Setup) kindLines(p *Placed, k *Kind, in Base, g *safety.Group) []Line {
	as := func(name string, f material.Facts) Line {
		here := *p
		here.Name, here.Facts, here.Kinds, here.Prepared = name, f, nil, nil
		return s.lineOf(&here, in, g)
	}
	if k.Mix == nil {
		return []Line{as(k.Name, k.Facts)}
	}
	lines := []Line{as(k.Name, k.Mix.Facts(recipe.DefaultPortion(g.Youngest())))}
	for _, it := range k.Mix.Solids() {
		lines = append(lines, as(it.Name, it.Facts))
	}
	return lines
}
