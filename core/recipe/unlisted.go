package recipe

import (
	"regexp"
	"slices"

	"emblo/core/material"
)

var (
	// addsTo are words by which a step puts something into the mix; before others a thing is only used with it.
	addsTo  = regexp.MustCompile(`(?i)\b(?:(?:stir|mix|fold|knead|work|press|poke|push|drop|tip|put|throw|scatter|pour|beat|rub)\s+(?:\w+\s+){0,6}?(?:in(?:to)?|through|with)|in with|add|adding|sprinkle|scatter|decorate|top with|hide|bury|dust|roll (?:it |them |the \w+ )?in)\b`)
	refuses = regexp.MustCompile(`(?i)\b(?:(?:no|without|instead of|free of)\s+(?:any\s+|the\s+)?|(?:never|don'?t|do not)\s+(?:add|use|take)\s+(?:any\s+|the\s+)?)$`)
	word    = regexp.MustCompile(`[\p{L}\p{N}'’-]+`)
)

// mostNamed is how many words of a step are looked up together as a name.
const mostNamed = 4

// unlisted returns the things that steps put into a mix and no line lists: they are in it, and nobody has said how
// much of them.
func unlisted(steps []Step, lines []Line, find func(string) (material.Item, bool)) (found []material.Item) {
	listed := make(map[string]bool)
	var there material.Facts // all that the lines bring
	for _, l := range lines {
		f := &l.Item.Facts
		there.Traits = there.Traits.Union(f.Traits)
		there.Allergens |= f.Allergens | f.UsuallyContains
		for _, name := range append([]string{l.Item.Name}, l.Item.Also...) {
			for _, w := range material.Words(name) {
				listed[w] = true
			}
		}
	}
	for _, s := range steps {
		text := s.Text.String()
		adds := addsTo.MatchString(text)
		at := word.FindAllStringIndex(text, maxStepWords)
		for i := 0; i < len(at); {
			n := min(mostNamed, len(at)-i)
			var it material.Item
			known := false
			for ; n > 0; n-- {
				if it, known = find(text[at[i][0]:at[i+n-1][1]]); known {
					break
				}
			}
			if known && !refuses.MatchString(text[:at[i][0]]) && goesIn(it, adds) && !isListed(it, text[:at[i][0]], text[at[i][0]:at[i+n-1][1]], listed, &there) &&
				!slices.ContainsFunc(found, func(x material.Item) bool { return x.ID == it.ID }) {
				found = append(found, it)
			}
			i += max(n, 1)
		}
	}
	return found
}

var (
	oneOfThem = regexp.MustCompile(`(?i)\bthe\s+$`)
	withThe   = regexp.MustCompile(`(?i)^(?:of\s+)?the\s+`) // a name is found with it, too
)

// isListed reports whether a thing that a step names is one of the lines by a shorter name: "the flour" where each word
// is one of theirs, or what shares a word with them and brings nothing that none of them brings. Milk alone is not the
// coconut milk of a line.
func isListed(it material.Item, before, called string, listed map[string]bool, there *material.Facts) bool {
	f := &it.Facts
	whole := withThe.ReplaceAllString(called, "")
	if (whole != called || oneOfThem.MatchString(before)) && !slices.ContainsFunc(material.Words(whole), func(w string) bool { return !listed[w] }) {
		return true
	}
	if (f.Allergens|f.UsuallyContains)&^there.Allergens != 0 || !f.Traits.Meet(material.InMixture.With(hazards...)).Minus(there.Traits).Empty() {
		return false
	}
	return slices.ContainsFunc(append(material.Words(it.Name), material.Words(called)...), func(w string) bool { return listed[w] })
}

// maxStepWords bounds the words of one step that are looked up.
const maxStepWords = 500

// goesIn reports whether a thing that a step names is in the mix: what brings something harmful or an allergen
// wherever it is named, another thing where the step adds something and it is no tool. Water alone brings nothing.
func goesIn(it material.Item, adds bool) bool {
	f := &it.Facts
	if f.Traits.Any(hazards...) && !f.Traits.Any(material.Ice, material.Film) || f.Traits.Any(material.Borate, material.HouseholdChemical, material.ToxicSeed) {
		return true
	}
	if it.Plays(material.Tool) && !f.Traits.Has(material.Food) || it.Plays(material.Vessel) || f.Traits.Has(material.TapWater) {
		return false
	}
	brings := f.Allergens != 0 || f.UsuallyContains != 0 || !f.Traits.Meet(material.InMixture).Empty() || f.Alcohol.There()
	return adds || brings && f.Traits.Any(material.Food, material.NotFood)
}
