package plan

import (
	"cmp"
	"slices"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Start is a set-up to begin from: what an aim asks for, made of what is at hand.
type Start struct {
	Aim    say.Text
	Filler *material.Item // in the vessel to a depth; nil for a mix or an empty vessel
	Mix    *recipe.Recipe
	Vessel string
	Depth  unit.Length
	// Finds lie in it, Colours of each to sort into Cup where that is more than one.
	Finds   []material.Item
	Hidden  bool
	Colours int
	Cup     *material.Item
	Tools   []material.Item // beside it
}

// aim is what a set-up is to develop, and what it takes (common practice).
type aim struct {
	words  say.Text
	vessel string
	depth  float64 // mm
	filler func(material.Item) bool
	part   material.Part // that a filler rather plays; any when empty
	// soft is a vessel for soft food, at softDepth, for those who eat what they play with; empty where that does not
	// do.
	soft   string
	kind   string // of a mix, in place of a filler
	finds  func(material.Item) bool
	most   int // finds
	hidden bool
	sorted bool
	trains []string // by the tools
}

func feels(words ...string) func(material.Item) bool {
	return func(it material.Item) bool {
		for _, w := range words {
			if !slices.Contains(it.Feel.Words(), w) {
				return false
			}
		}
		return it.Plays(material.Filler)
	}
}

// softDepth is how deep soft food lies to be spread or scooped (common practice).
var softDepth = unit.Millimetres(6)

func isSoft(it material.Item) bool {
	return it.Plays(material.Filler) && it.Facts.Form == material.SoftFood && it.Facts.Traits.Has(material.Food)
}

func isFind(it material.Item) bool { return it.Plays(material.Find) && !it.Plays(material.Filler) }

var aims = []aim{
	{words: "Scoop, pour and fill", vessel: "deep-tub", depth: 60, filler: feels("dry"), part: material.Pour,
		soft: "dish-tub", trains: []string{"scoop", "pour"}},
	{words: "Find and sort by colour", vessel: "deep-tub", depth: 60, filler: feels("dry"), part: material.Pour,
		hidden: true, sorted: true, most: 1,
		finds:  func(it material.Item) bool { return isFind(it) && it.Manner.Shows(material.ManyColours) },
		trains: []string{"pinch", "scoop"}},
	{words: "Squeeze, roll and press", kind: "dough", trains: []string{"roll", "press", "cut"}},
	{words: "Make marks with a finger", vessel: "box-lid", depth: 6, soft: "box-lid",
		filler: func(it material.Item) bool {
			return feels("dry")(it) && (it.Facts.Form == material.Powder || it.Facts.Form == material.Grain ||
				it.Facts.Form == material.SoftFood)
		}},
	{words: "Wash, float and sink", vessel: "dish-tub", depth: 40, filler: func(it material.Item) bool {
		return it.Facts.Traits.Has(material.TapWater)
	}, most: 3,
		finds: func(it material.Item) bool {
			return isFind(it) && (it.Manner.Does("floats") || it.Manner.Does("sinks") || it.Manner.Does("soaks"))
		}, trains: []string{"scoop", "pour", "squeeze"}},
	{words: "Feel and name, without looking", vessel: "feel-bag", most: 3, hidden: true, finds: isFind},
}

// Starts returns what there is to begin from with what is at hand, an aim each, for a group: each
// thing in it goes in by itself. What all of it is together is asked of Reckon. Tap water is always
// at hand. The function judges the whole shelf in a use, in its order.
func Starts(shelf *material.Shelf, recipes []recipe.Recipe, here map[string]bool,
	judged func(safety.Use) []safety.Assessment, g *safety.Group) []Start {
	var all []Start
	for _, a := range aims {
		use := safety.Open
		if a.hidden {
			use = safety.Hidden
		}
		pick := func(u safety.Use, n int, wanted func(material.Item) bool) []material.Item {
			return atHand(shelf, here, judged(u), n, wanted)
		}
		s := Start{Aim: a.words, Vessel: a.vessel, Depth: unit.Millimetres(a.depth), Hidden: a.hidden}
		switch {
		case a.kind != "":
			if s.Mix = mixAtHand(recipes, a.kind, here, g); s.Mix == nil {
				continue
			}
		case a.filler != nil:
			filler := pick(safety.Open, 1, func(it material.Item) bool {
				return a.filler(it) && (a.part == "" || it.Plays(a.part))
			})
			if len(filler) == 0 {
				filler = pick(safety.Open, 1, a.filler)
			}
			if len(filler) == 0 && a.soft != "" {
				filler = pick(safety.Open, 1, isSoft)
				s.Vessel, s.Depth = a.soft, softDepth
			}
			if len(filler) == 0 {
				continue
			}
			s.Filler = &filler[0]
		}
		if a.finds != nil {
			if s.Finds = pick(use, a.most, a.finds); len(s.Finds) == 0 {
				continue
			}
		}
		if a.sorted {
			s.Colours = min(MaxColours, 4)
			if cup := pick(safety.Open, 1, func(it material.Item) bool {
				return it.Plays(material.SortInto)
			}); len(cup) > 0 {
				s.Cup = &cup[0]
			}
		}
		s.Tools = pick(safety.Open, 2, func(it material.Item) bool {
			return it.Plays(material.Tool) && slices.ContainsFunc(it.Manner.Trains, func(m string) bool {
				return slices.Contains(a.trains, m)
			})
		})
		all = append(all, s)
	}
	return all
}

// atHand returns up to n things at hand that are wanted and go in, those first that need no hand.
func atHand(shelf *material.Shelf, here map[string]bool, judged []safety.Assessment, n int,
	wanted func(material.Item) bool) []material.Item {
	type one struct {
		it material.Item
		v  safety.Verdict
	}
	var found []one
	for i, it := range shelf.Items() {
		if v := judged[i].Verdict; v.Ready() && (here[it.ID] || it.Facts.Traits.Has(material.TapWater)) && wanted(it) {
			found = append(found, one{it, v})
		}
	}
	slices.SortStableFunc(found, func(a, b one) int { return cmp.Compare(a.v, b.v) })
	out := make([]material.Item, 0, n)
	for _, f := range found[:min(n, len(found))] {
		out = append(out, f.it)
	}
	return out
}

// mixAtHand returns a recipe of a kind that goes in and whose ingredients are all at hand; nil for
// none.
func mixAtHand(recipes []recipe.Recipe, kind string, here map[string]bool, g *safety.Group) *recipe.Recipe {
	var best *recipe.Recipe
	var anew *Memo // each is asked about once
	worst := safety.WithAHand
	for i, r := range recipes {
		if r.Kind != kind || len(r.Lacking(here)) > 0 {
			continue
		}
		if v := anew.verdict(r, recipe.DefaultPortion(g.Youngest()), safety.Open, g); v.Ready() &&
			(best == nil || v < worst) {
			best, worst = &recipes[i], v
		}
	}
	return best
}
