package pen

import (
	"slices"

	"emblo/core/asking"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/written"
)

// Steps writes the steps of a recipe; never nil.
func (p Pen) Steps(steps []recipe.Step) []written.Step {
	out := make([]written.Step, len(steps))
	for i, s := range steps {
		out[i] = p.Step(s)
	}
	return out
}

// Step writes one step.
func (p Pen) Step(s recipe.Step) written.Step {
	return written.Step{ID: s.ID, Kind: s.Kind.String(), Text: p.Text(s.Text), Minutes: s.Minutes, Wait: s.Wait(),
		AdultOnly:    s.By == recipe.Adult,
		ChildrenHelp: s.By == recipe.ChildrenHelp, Resource: string(s.At), Asks: p.Text(s.Probe.Say()), Uses: s.Uses}
}

// Asking writes a dialogue with the question to ask next; nothing is asked when ok is false.
func (p Pen) Asking(d asking.Dialogue, next asking.Question, ok, decides, further bool) *written.Asking {
	out := &written.Asking{Told: []written.Answered{}}
	for i, line := range d.Lines() {
		out.Told = append(out.Told, written.Answered{Question: p.Text(line.Question), Says: p.Text(line.Says),
			Of: p.Text(line.Of), Falls: d.Without(i)})
	}
	if !ok {
		return out
	}
	out.Next = &written.NextAsk{ID: next.ID, Text: p.Text(next.Text), Kind: string(next.Kind), Unit: p.Text(next.Unit),
		Options: []written.AskOption{}, Decides: decides, Further: further}
	for _, o := range next.Options {
		out.Next.Options = append(out.Next.Options, written.AskOption{ID: o.ID, Words: p.Text(o.Words),
			Detail: p.Text(o.Detail)})
	}
	return out
}

// caresOf gathers what the lines of an answer ask of an adult: beyond the routine, and what the routine covers.
func caresOf(a written.Answer) (beyond, covered []written.Care) {
	lines := len(a.Beside)
	for i := range a.Places {
		lines += len(a.Places[i].Base) + len(a.Places[i].Lines)
	}
	names, asks, texts := make([]string, 0, lines), make([][]safety.Care, 0, lines), make([][]string, 0, lines)
	add := func(lines []written.Line) {
		for i := range lines {
			if l := &lines[i]; l.Ready { // of what is kept out nothing is done
				names, asks, texts = append(names, l.Name), append(asks, l.Cares), append(texts, l.CareTexts)
			}
		}
	}
	for i := range a.Places {
		add(a.Places[i].Base)
		add(a.Places[i].Lines)
	}
	add(a.Beside)
	gathered := safety.Gather(asks)
	beyond, covered = make([]written.Care, 0, len(gathered)), make([]written.Care, 0, len(gathered))
	for _, g := range gathered {
		first := g.Of[0]
		at := slices.IndexFunc(asks[first], func(c safety.Care) bool { return c.Is(g.Precaution) })
		c := written.Care{ID: g.Key(), Calls: g.Calls(), Text: texts[first][at]}
		if len(g.Of) < len(names) {
			c.Of = make([]string, 0, len(g.Of))
			for _, i := range g.Of {
				if !slices.Contains(c.Of, names[i]) {
					c.Of = append(c.Of, names[i])
				}
			}
		}
		if g.Covered {
			covered = append(covered, c)
			continue
		}
		beyond = append(beyond, c)
	}
	return some(beyond), some(covered)
}

// some returns a list, nil for an empty one: it is then not written.
func some[T any](all []T) []T {
	if len(all) == 0 {
		return nil
	}
	return all
}
