package typed

import (
	"regexp"
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/recipe"
)

const (
	// putIn is a word of the hands with a word that says that what it takes goes in.
	putIn = `(?:stir|mix|fold|knead|work|press|poke|push|drop|tip|put|throw|scatter|pour|beat|rub)\s+(?:\w+\s+){0,6}?(?:in(?:to)?|through|with)`
	// few are words between such a word and what it takes.
	few = `(?:(?:the|a|an|some|any|few|more|your|of|\d+)\s+)*`
)

var (
	// addsTo are words by which a step puts something into the mix; before others a thing is only used with it.
	addsTo = regexp.MustCompile(`(?i)\b(?:` + putIn +
		`|in with|add|adding|sprinkle|scatter|decorate|top with|hide|bury|dust|roll (?:it |them |the \w+ )?in)\b`)
	// toolOf ends where a step adds the next thing itself: what lies in a bowl is stirred in a bowl.
	toolOf = regexp.MustCompile(`(?i)\b(?:add|adding)\s+` + few + `$`)
	// objectOf ends where a list of what is put in has been begun.
	objectOf = regexp.MustCompile(`(?i)\b(?:` + putIn +
		`|in with|add|adding|sprinkle|scatter|decorate with|top with|hide|bury)\s+(?:[\p{L}\p{N}'’,-]+\s+)*$`)
	// used ends before what a step is done with, or where.
	used = regexp.MustCompile(
		`(?i)\b(?:using|by|on|onto|into|to|from|over|under|between|against)\s+(?:[\p{L}'’-]+\s+){0,3}$`)
	refuses = regexp.MustCompile(
		`(?i)\b(?:(?:no|without|instead of|free of)\s+(?:any\s+|the\s+)?|(?:never|don'?t|do not)\s+(?:add|use|take)\s+(?:any\s+|the\s+)?)$`)
	measures  = regexp.MustCompile(`(?i)^s?\s+of\s`)
	named     = regexp.MustCompile(`(?i)\b(?:the|a|an|some|any|more|your|of|in|into|add|adding|with)\s+$`)
	oneOfThem = regexp.MustCompile(`(?i)\bthe\s+$`)
	withThe   = regexp.MustCompile(`(?i)^(?:of\s+)?the\s+`) // a name is found with it, too
	word      = regexp.MustCompile(`[\p{L}\p{N}'’-]+`)
)

// verbs are names of things that in a step are mostly what somebody does.
var verbs = map[string]bool{"spread": true, "snap": true, "whisk": true, "dip": true, "roll": true, "stamp": true,
	"drop": true, "press": true, "shake": true, "grater": true, "mash": true, "brush": true, "sieve": true,
	"cutter": true, "toast": true, "batter": true, "sponge": true}

// heldIn are words for what is stirred in and drunk from, whatever the thing of the shelf is for: a mix made in a pan
// or a mug holds none.
var heldIn = map[string]bool{"pan": true, "saucepan": true, "mug": true, "glass": true}

// inside is what something is done in: one of them, said to be one. "Stir in glass" and "fold in the broken glass" put
// it in.
var inside = regexp.MustCompile(
	`(?i)\b(?:in|into|inside|from|to)\s+(?:an?|one|another|each)\s+(?:[\p{L}'’-]+\s+){0,2}[\p{L}'’-]+$`)

// insideIt are those of heldIn of which also "the" and "your" do: nobody stirs a pan in.
var insideIt = regexp.MustCompile(
	`(?i)\b(?:in|into|inside|from|to)\s+(?:the|your)\s+(?:[\p{L}'’-]+\s+){0,2}(?:sauce)?pan$`)

// inMixes are what things are for that go into a mix; others are tools.
var inMixes = []material.Part{material.Ingredient, material.Filler, material.Find, material.Colour, material.Scent,
	material.Sparkle, material.Float}

// tools are the shelves of the things that a mix is made with, and in.
var tools = map[string]bool{"containers": true, "kitchen and hand tools": true}

const (
	// mostNamed is how many words of a step are looked up together as a name.
	mostNamed = 7
	// maxStepWords bounds the words of one step that are looked up.
	maxStepWords = 500
)

// mention is a thing that a step names: its name as it stands there, and what stands before and after it.
type mention struct {
	item                  material.Item
	before, called, after string
}

// mentions returns the things that a step names, the most words together first.
func mentions(text string, find func(string) (material.Item, bool)) (all []mention) {
	at := word.FindAllStringIndex(text, maxStepWords)
	for i := 0; i < len(at); {
		n := min(mostNamed, len(at)-i)
		for ; n > 0; n-- {
			from, to := at[i][0], at[i+n-1][1]
			if it, known := find(text[from:to]); known {
				all = append(all, mention{it, text[:from], text[from:to], text[to:]})
				break
			}
		}
		i += max(n, 1)
	}
	return all
}

// unlisted returns the things that steps put into a mix and no line lists: they are in it, and nobody has said how
// much of them.
func unlisted(steps []recipe.Step, lines []recipe.Line, find func(string) (material.Item,
	bool)) (found []material.Item) {
	l := listOf(lines)
	for _, s := range steps {
		text := s.Text.String()
		adds := addsTo.MatchString(text)
		for _, m := range mentions(text, find) {
			if !refuses.MatchString(m.before) && m.goesIn(adds) && !l.has(m) && !slices.ContainsFunc(found,
				func(x material.Item) bool { return x.ID == m.item.ID }) {
				found = append(found, m.item)
			}
		}
	}
	return found
}

// listed is what the lines of a mix name and bring.
type listed struct {
	words map[string]bool
	there material.Facts
}

func listOf(lines []recipe.Line) listed {
	l := listed{words: make(map[string]bool)}
	for _, line := range lines {
		f := &line.Item.Facts
		l.there.Traits = l.there.Traits.Union(f.Traits)
		l.there.Allergens |= f.Allergens | f.UsuallyContains
		for _, name := range append([]string{line.Item.Name}, line.Item.Also...) {
			for _, w := range material.Words(name) {
				l.words[w] = true
			}
		}
	}
	return l
}

// has reports whether a thing that a step names is one of the lines by a shorter name: "the flour" where each word is
// one of theirs, or what is called by a word of theirs and brings nothing that none of them brings. Milk alone is not
// the coconut milk of a line, and a flour shaker is no flour.
func (l *listed) has(m mention) bool {
	f := &m.item.Facts
	whole := withThe.ReplaceAllString(m.called, "")
	if (whole != m.called || oneOfThem.MatchString(m.before)) && !slices.ContainsFunc(material.Words(whole),
		func(w string) bool { return !l.words[w] }) {
		return true
	}
	if (f.Allergens|f.UsuallyContains)&^l.there.Allergens != 0 ||
		!f.Traits.Meet(material.InMixture.With(recipe.Hazards...)).Minus(l.there.Traits).Empty() {
		return false
	}
	head, _, _ := strings.Cut(whole, ",")
	words := material.Words(head)
	return len(words) > 0 && l.words[words[len(words)-1]]
}

// goesIn reports whether a thing that a step names is in the mix: what brings something harmful or an allergen
// wherever it is named, another thing where the step puts something in, unless it is what that is done with, where
// or how it is measured. Water alone brings nothing. It stays whole: the order of the cases is the rule.
func (m mention) goesIn(adds bool) bool {
	f := &m.item.Facts
	words := material.Words(m.called)
	switch {
	case len(words) == 1 && verbs[words[0]] && !named.MatchString(m.before):
		return false
	case len(words) > 0 && heldIn[words[len(words)-1]] && (inside.MatchString(m.before+m.called) ||
		insideIt.MatchString(m.before+m.called)):
		return false
	case f.Traits.Any(recipe.Hazards...) && !f.Traits.Any(material.Ice, material.Film), f.Traits.Any(material.Borate,
		material.HouseholdChemical, material.ToxicSeed, material.UpsetPlant):
		return true
	case f.Traits.Has(material.TapWater):
		return false
	case f.Traits.Any(material.Food, material.NotFood) && (!m.item.Plays(material.Tool) || f.Traits.Has(material.Food)):
		return adds || f.Allergens != 0 || f.UsuallyContains != 0 || !f.Traits.Meet(material.InMixture).Empty() ||
			f.Alcohol.There()
	case m.item.Plays(material.Vessel), tools[m.item.Kind] && !small(f), !slices.ContainsFunc(inMixes, m.item.Plays):
		return toolOf.MatchString(m.before) && !measures.MatchString(m.after)
	case m.item.Plays(material.Tool):
		return objectOf.MatchString(m.before) && !used.MatchString(m.before)
	}
	return adds && !used.MatchString(m.before)
}

// small reports whether no mix is made in a thing or with it.
func small(f *material.Facts) bool {
	_, _, long := f.Largest.Extents()
	return f.Largest.Known() && long <= 60
}
