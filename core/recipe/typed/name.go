package typed

import (
	"fmt"
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/unit"
)

// named finds an ingredient on the shelf by the name as typed, without a harmless remark at
// its end or a word on how it is. twin reports that a coarser or finer kind was not told apart.
func (rd Reader) named(name string) (it material.Item, ok, twin bool) {
	name = strings.TrimSpace(name)
	if it, ok = rd.Shelf.Named(name); !ok {
		p, read := rd.phrases().Read(name)
		if a := p.Amount; !read || !asItIs(p) || a.Said() && a != (phrase.Amount{Some: true}) {
			return it, false, false
		}
		name = p.Noun
		it, ok = rd.Shelf.Named(name)
	}
	return it, ok, ok && (name == "salt" || name == "table salt")
}

func (rd Reader) phrases() phrase.Reader { return phrase.Reader{Names: rd.Shelf, System: rd.System} }

// asItIs reports whether a phrase says nothing of an ingredient that makes another one of it: warm water is water,
// gluten-free flour is asked about.
func asItIs(p phrase.Reading) bool {
	return len(p.Claims) == 0 && !slices.ContainsFunc(p.States, func(s phrase.State) bool {
		return !s.Neutral() && s != phrase.Hot && s != phrase.Raw
	})
}

// byTheCup is what must be known about measuring the thing by volume.
func byTheCup(it material.Item, twin bool) string {
	switch {
	case twin:
		return "Read as fine salt; coarse or flaky salt weighs about half as much by the spoon (common practice)."
	case it.ID == "plain-flour":
		g := it.Density.GramsPerMillilitre() * unit.StandardSet(unit.US).At(0).Volume().Millilitres()
		return fmt.Sprintf("A US cup of flour weighs 120 to 140 g by how it is scooped; %.0f g is used.", g)
	}
	return ""
}

// alike returns up to three things of the shelf that share a word with the name, those of
// its last words first.
func (rd Reader) alike(name string) []material.Item {
	words := strings.Fields(remark.ReplaceAllString(name, ""))
	var found []material.Item
	for i := len(words) - 1; i >= 0 && len(found) < 3; i-- {
		for _, it := range rd.Shelf.Search(words[i], 3) {
			same := func(f material.Item) bool { return f.ID == it.ID }
			if len(found) < 3 && !slices.ContainsFunc(found, same) {
				found = append(found, it)
			}
		}
	}
	return found
}

func firstWords(s string, n int) string {
	words := strings.Fields(s)
	return strings.Join(words[:min(n, len(words))], " ")
}
