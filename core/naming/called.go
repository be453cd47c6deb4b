package naming

import (
	"regexp"
	"slices"
	"strings"
	"sync"
	"unicode"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/memo"
	"emblo/core/unit"
)

// AsCalled returns the facts of a thing of one's own, or one described by hand, together with what its name says:
// a name is never milder than its words. What the name says and nobody denied is left open, or is what most of it
// holds, so that the packet in the hand decides; and what is long and thin asks about its free end.
func AsCalled(name string, f material.Facts) material.Facts {
	return asCalled(name, hazardsOf(name), f)
}

func asCalled(name string, called []string, f material.Facts) material.Facts {
	says := saidBy(name)
	f = f.From(says.origin)
	things, head := says.things, says.head
	contains := says.nuts
	ingredients := !f.Form.GaugeJudges() || f.Form == material.FormUnknown || f.Traits.Any(material.Food,
		material.NotFood) || head && !says.pretends && things[len(things)-1].Facts.Traits.Has(material.Food)
	if ingredients {
		contains = says.allergens
	}
	f.UsuallyContains |= contains &^ f.Allergens
	for i := range things {
		has := things[i].Facts.Traits.Meet(inName)
		if ingredients {
			f = holding(f, &things[i].Facts)
			has = has.Union(mixedIn(&things[i].Facts))
		}
		open := material.Features{Traits: has}.Minus(f.Features()).Minus(f.Denied)
		f.Open = f.Open.Union(open)
	}
	if says.solid && !f.ContentsKnown && f.Form.GaugeJudges() && !f.Traits.Any(material.Food, material.NotFood) {
		f.ContentsKnown, f.Salt = true, unit.Known(0.0) // wood, plastic and cloth hold no ingredients
		f.MayContain |= says.contact
	}
	if _, unsaid := unsaidOf(called, f); unsaid || says.disguised {
		f.TraitsKnown = false
	}
	return thin(f)
}

// holding returns the facts of something that a thing may be in, by its name: what that holds, most of it holds.
func holding(f material.Facts, thing *material.Facts) material.Facts {
	f.UsuallyContains |= (thing.Allergens | thing.UsuallyContains) &^ f.Allergens
	f.MayContain |= thing.MayContain
	f.Made = f.Made.Union(thing.Made)
	if thing.Alcohol.There() && !f.Alcohol.There() {
		f.Alcohol = material.NotRead()
	}
	said, known := f.Salt.Get()
	if holds, _ := thing.Salt.Get(); known && said == 0 && holds >= salty {
		f.Salt = unit.Maybe[float64]{} // nobody said how much
	}
	return f
}

// mixedIn are the traits that a thing brings into what it may be in.
func mixedIn(thing *material.Facts) material.Traits {
	has := thing.Traits.Meet(material.InMixture)
	if thing.Traits.Has(material.ChokeFood) || thing.Form.GaugeJudges() && thing.Traits.Has(material.Food) &&
		thing.Traits.Any(material.Hard, material.Rounded, material.Slippery, material.Sticky) {
		has = has.With(material.ChokeFood) // there may be pieces of it
	}
	return has
}

// saying is what a name says by its words alone.
type saying struct {
	things              []material.Item
	head                bool // the name ends in the last of the things
	allergens, nuts     allergen.Set
	origin              material.Origin
	pretends, disguised bool
	solid               bool         // a thing of one solid stuff, and of no food
	contact             allergen.Set // what skin may react to in that
}

// sayings are those of the names that were read last: the rows of a list say the same names again and again.
var sayings memo.Map[string, saying]

const maxSayings = 2048

func saidBy(name string) saying {
	if s, kept := sayings.Get(name); kept {
		return s
	}
	s := saying{allergens: allergensNamed(name), nuts: nutsNamed(name), origin: material.OriginOf(name),
		pretends: pretend(name), disguised: disguised(name)}
	s.things, s.head = thingsIn(name)
	s.solid, s.contact = ofSolidStuff(name)
	s.solid = s.solid && s.allergens == 0 && !slices.ContainsFunc(s.things, func(it material.Item) bool {
		return it.Facts.Traits.Any(material.Food, material.NotFood) || !it.Facts.Form.GaugeJudges()
	})
	return sayings.Keep(name, s, maxSayings)
}

// disguised reports whether a name holds letters that are not those that they look like: some that nobody can see,
// such as one that turns the order of the others round, ones made to look like Latin letters, or two scripts in one
// word. What it says then nobody can look up.
func disguised(name string) bool {
	for _, w := range strings.Fields(name) {
		latin, other := false, false
		for _, r := range w {
			latin = latin || unicode.Is(unicode.Latin, r)
			other = other || unicode.In(r, unicode.Cyrillic, unicode.Greek)
			if unicode.Is(unicode.Cf, r) || unicode.IsLetter(r) && (r >= 0x1D400 && r < 0x1D800 || r >= 0xFB00 &&
				r < 0xFB07 || r >= 0xFF21 && r < 0xFF5B || r >= 0x2100 && r < 0x2150) {
				return true
			}
		}
		if latin && other {
			return true
		}
	}
	return false
}

// inName are the traits of a thing that whatever is called by it may have, in whatever shape: a conker collection
// is of conkers, and party blow-ups are balloons.
var inName = material.TraitsOf(material.LatexBalloon, material.Glove, material.Magnet, material.MayHoldMagnet,
	material.Battery, material.Swells, material.ToxicSeed, material.UpsetPlant, material.UnknownPlant,
	material.HouseholdChemical, material.Borate, material.Plaster, material.Talc, material.MineralOil,
	material.CamphorOil, material.Breakable, material.Sharp, material.DryIce, material.Lectin)

// salty is the share of salt from which a thing that a name names makes its own a question (convention: that of a
// brine).
const salty = 0.05

// mostWords is how many words of a name are looked up together.
const mostWords = 7

// thingsIn returns the things of the shelf that the words of a name name, the most words together first, so that a
// balloon whisk is no balloon, though two may share a word: blue pea protein is blue peas and pea protein. And
// whether the name ends in the last of them: blue bread rolls are bread, a bread bin is none. The name as a whole is
// not among them: it is looked up by itself.
func thingsIn(name string) (found []material.Item, head bool) {
	fields := strings.Fields(strings.ToLower(strings.Map(func(r rune) rune {
		if strings.ContainsRune(",;:()[]/.!?\"", r) {
			return ' '
		}
		return r
	}, name)))
	named, known := 0, 0 // all words up to known stand in some name of the shelf
	for i := range fields {
		for known = max(known, i); known < len(fields) && inSomeName(fields[known]); {
			known++
		}
		for end := min(i+mostWords, known); end > max(named, i); end-- {
			if it, ok := material.Standard().Named(strings.Join(fields[i:end], " ")); ok && end-i < len(fields) {
				found, named = append(found, it), end
				break
			}
		}
	}
	return found, len(found) > 0 && named == len(fields)
}

// shelfWords are the words of all names of the shelf, as they are looked up.
var shelfWords = sync.OnceValue(func() map[string]bool {
	all := map[string]bool{}
	for _, it := range material.Standard().Items() {
		for _, name := range append([]string{it.Name}, it.Also...) {
			for _, w := range material.Words(name) {
				all[w] = true
			}
		}
	}
	return all
})

// inSomeName reports whether a word may stand in a name of the shelf.
func inSomeName(field string) bool {
	for _, w := range material.Words(field) {
		if !shelfWords()[w] {
			return false
		}
	}
	return true
}

// madeOf are words for what toys are made of: a wooden apple is no apple.
var madeOf = regexp.MustCompile(
	`(?i)\b(?:wood(?:en)?|felt|plastic|toy|play|pretend|fake|knitted|crochet(?:ed)?|paper|card(?:board)?|fabric|cloth|foam|rubber|silicone|metal|tin|model|painted|plush|resin|wax|glass|stone)\b`)

// pretend reports whether a name says that what it names is of something else.
func pretend(name string) bool { return madeOf.MatchString(name) }

// solidStuff are words for stuff that holds no ingredients, with what skin may react to in it.
var solidStuff = map[string]allergen.Set{"wooden": 0, "wood": 0, "bamboo": 0, "plastic": 0, "felt": 0, "fabric": 0,
	"cloth": 0, "cotton": 0, "paper": 0, "card": 0, "cardboard": 0, "silicone": 0, "cork": 0,
	"metal": allergen.SetOf(allergen.Nickel), "steel": allergen.SetOf(allergen.Nickel),
	"rubber": allergen.SetOf(allergen.Latex)}

// ofSolidStuff reports whether a name says that a thing is of solid stuff, and of nothing beside it: a plastic whale
// is, a plastic tub of sauce may be anything.
func ofSolidStuff(name string) (solid bool, contact allergen.Set) {
	for _, w := range material.Words(name) {
		if w == "of" || w == "with" || w == "and" || w == "in" {
			return false, 0
		}
		set, stuff := solidStuff[w]
		solid, contact = solid || stuff, contact|set
	}
	return solid, contact
}

// allergensNamed are the allergens that the words of a name name, in the ways that kitchens say them.
func allergensNamed(name string) (set allergen.Set) {
	for _, w := range strings.Fields(strings.ToLower(strings.NewReplacer(",", " ", "-", " ", "(", " ", ")",
		" ").Replace(name))) {
		set |= allergen.Named(w)
		for _, ending := range []string{"y", "ey", "ie"} { // cheesy, eggy, buttery, milky
			if stem, ok := strings.CutSuffix(w, ending); ok && len(stem) > 2 {
				set |= allergen.Named(stem) | allergen.Named(stem+"e") | allergen.Named(strings.TrimSuffix(stem,
					stem[len(stem)-1:]))
			}
		}
	}
	return set
}

// How thin something soft is that hangs or winds like a cord, and from what length it is one (EN 71-1, 220 mm,
// quoted from memory; the widths are convention).
const (
	cordFrom  = 220.0
	cordWide  = 100.0
	cordThick = 15.0
)

// thin asks about the free end of what is long and thin and not said to be hard, and takes a sheet as thin as film
// for film.
func thin(f material.Facts) material.Facts {
	if !f.Largest.Known() {
		return f
	}
	_, middle, long := f.Largest.Extents()
	least, _, _ := f.Smallest.Extents()
	cord := cordFeature()
	if long > cordFrom && middle <= cordWide && min(least, middle) <= cordThick && middle*2 < long &&
		!f.Traits.Has(material.Hard) && !f.Cord.There() && f.Denied.Meet(cord).Empty() {
		f.Cord = material.NotRead()
		f.Open = f.Open.Minus(cord)
	}
	if least < material.FilmUnder && middle > cordThick {
		f.Traits = f.Traits.With(material.Film)
		f.Open = f.Open.Minus(material.FeaturesOf(material.Film))
	}
	return f
}

var cordFeature = sync.OnceValue(func() material.Features {
	cord, _ := material.ParseFeatures("cord") // a word of the list
	return cord
})
