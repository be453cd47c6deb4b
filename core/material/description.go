package material

import (
	"fmt"
	"strconv"
	"strings"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/unit"
	"emblo/core/words"
)

// Description is a thing as people write it down: the columns of a check list, of the
// shelf file and of a centre's own items. Empty columns are facts that are not given.
type Description struct {
	Solid    string // sphere, ellipsoid, cylinder, capsule, box, cone, irregular
	Size     string // mm, joined by x, each a number or a range: 9-11x7x5
	Contains string // ingredients or allergens joined by ; or the word none
	Traits   string // trait words joined by ; some with a figure: comes-apart=12
}

// Empty reports whether nothing is described.
func (d Description) Empty() bool {
	return strings.TrimSpace(d.Solid+d.Size+d.Contains+d.Traits) == ""
}

// Bad says which column of a description does not read, and why.
type Bad struct {
	Column string // solid, size_mm, contains or traits
	Reason string // a clause
}

// Error returns the reason with its column.
func (b *Bad) Error() string { return b.Column + ": " + b.Reason }

func bad(column, format string, args ...any) error {
	return &Bad{column, fmt.Sprintf(format, args...)}
}

// Limits on what is read, so that a hostile row costs little.
const (
	maxWords  = 60
	maxColumn = 2000
)

// Facts reads a description. Traits that are listed are taken for all there are.
// Ingredients are looked up with find, which may be nil; a word that it does not know and
// that is no allergen leaves the contents unknown. Food and mixes with nothing in the
// contains column have unknown contents; plain objects have none. Every error is a *Bad.
func (d Description) Facts(find func(string) (Item, bool)) (Facts, error) {
	for column, text := range map[string]string{"solid": d.Solid, "size_mm": d.Size, "contains": d.Contains,
		"traits": d.Traits} {
		if len(text) > maxColumn {
			return Facts{}, bad(column, "it is longer than %d letters", maxColumn)
		}
	}
	var f Facts
	f.TraitsKnown = true
	if err := f.readTraits(d.Traits); err != nil {
		return Facts{}, err
	}
	if err := f.readSize(d.Solid, d.Size); err != nil {
		return Facts{}, err
	}
	if err := f.settleForm(); err != nil {
		return Facts{}, err
	}
	if share, known := f.Salt.Get(); known && f.Form == Dough && share > 0 && share < leastDoughSalt {
		return Facts{}, bad("traits",
			"salt is per cent by mass: write salt=%g if a hundred grams of the dough hold that many, or give no salt when there is none",
			share*1e4)
	}
	if why := f.Traits.Contradiction(); why != "" {
		return Facts{}, bad("traits", "%s", why)
	}
	if err := f.readContents(d.Contains, find); err != nil {
		return Facts{}, err
	}
	return f, nil
}

// formTraits are words of the trait column that say the form.
var formTraits = map[string]Form{
	"piece": Piece, "grain": Grain, "powder": Powder, "soft-food": SoftFood, "dough": Dough, "paste": Dough,
	"gel":    Dough,
	"liquid": Liquid, "sheet": Sheet, "strand": Strand,
}

// figure is a trait that carries a number, with its unit and the range that makes sense.
type figure struct {
	unit     string
	low, top float64
	set      func(f *Facts, r Reading)
}

var figureTraits = map[string]figure{
	"comes-apart": {"mm", 0, gauge.MaxSize, func(f *Facts, r Reading) { f.Fragment = r }},
	"cord":        {"mm", 0, 20000, func(f *Facts, r Reading) { f.Cord = r }},
	"loop":        {"mm", 0, 20000, func(f *Facts, r Reading) { f.Loop = r }},
	"opening":     {"mm", 0, 20000, func(f *Facts, r Reading) { f.Opening = r }},
	"thickness":   {"mm", 0, 50, func(f *Facts, r Reading) { f.Thickness = r }},
	"alcohol":     {"per cent", 0, 100, func(f *Facts, r Reading) { f.Alcohol = r }},
	"hot":         {"C", -80, 400, func(f *Facts, r Reading) { f.Hot = r }},
	"wall":        {"mm", 0, gauge.MaxSize, func(f *Facts, r Reading) { f.Wall = r }},
	"uses":        {"sessions", 0, 10000, func(f *Facts, r Reading) { f.Uses = r }},
	"kept-days":   {"days", 0, 10000, func(f *Facts, r Reading) { f.KeptDays = r }},
	"depth":       {"mm", 0, gauge.MaxSize, func(f *Facts, r Reading) { f.Depth = depthOf(r) }},
	"portion":     {"g", 0, 5000, func(f *Facts, r Reading) { f.Portion = portionOf(r) }},
}

// flags are words of the trait column for what the set-up does to a thing, or has been done
// to it.
var flags = []struct {
	word string
	of   func(*Facts) *bool
}{
	{"in-edible", func(f *Facts) *bool { return &f.InEdible }},
	{"expired", func(f *Facts) *bool { return &f.Expired }},
	{"cooled", func(f *Facts) *bool { return &f.Cooled }},
}

func depthOf(r Reading) (depth unit.Maybe[unit.Length]) {
	if mm, known := r.Get(); known {
		depth = unit.Known(unit.Millimetres(mm))
	}
	return depth
}

func portionOf(r Reading) (portion unit.Amount) {
	if g, known := r.Get(); known {
		portion = unit.OfMass(unit.Grams(g))
	}
	return portion
}

func (f *Facts) readTraits(text string) error {
	words := split(text)
	if len(words) > maxWords {
		return bad("traits", "it lists more than %d words", maxWords)
	}
	for _, word := range words {
		if err := f.readTrait(word); err != nil {
			return err
		}
	}
	return nil
}

// readSize reads solid and size. A range gives the smallest and the largest solid.
func (f *Facts) readSize(solid, size string) error {
	solid, size = strings.ToLower(strings.TrimSpace(solid)), strings.ToLower(strings.TrimSpace(size))
	if solid == "" && size == "" {
		return nil
	}
	if solid == "" {
		return bad("solid", "say which shape the size %q belongs to", words.Cut(size))
	}
	kind, err := gauge.ParseKind(solid)
	if err != nil {
		return bad("solid", "%s", err)
	}
	if size == "" {
		return nil
	}
	var low, high []float64
	for _, part := range strings.FieldsFunc(size, func(r rune) bool { return r == 'x' || r == '×' || r == '*' }) {
		from, to, ranged := strings.Cut(strings.TrimSpace(part), "-")
		a, err := number(strings.TrimSuffix(strings.TrimSpace(from), "mm"))
		b := a
		if err == nil && ranged {
			b, err = number(strings.TrimSuffix(strings.TrimSpace(to), "mm"))
		}
		if err != nil {
			return bad("size_mm", "sizes are numbers in mm joined by x, such as 24x45, not %q", words.Cut(size))
		}
		if b < a {
			return bad("size_mm", "the range %q runs from large to small", words.Cut(part))
		}
		low, high = append(low, a), append(high, b)
	}
	if f.Smallest, err = gauge.New(kind, low...); err != nil {
		return bad("size_mm", "%s", err)
	}
	if f.Largest, err = gauge.New(kind, high...); err != nil {
		return bad("size_mm", "%s", err)
	}
	return nil
}

// leastDoughSalt is the share of salt by mass under which a salted dough is taken for a slip:
// salt=0.16 is a share where per cent is asked for (convention).
const leastDoughSalt = 0.003

// grainLength is the longest in mm that something under 3 mm across is still taken for a
// grain rather than a rod (convention: the longest rice is about 9 mm).
const grainLength = 10

// settleForm finds the form where no word says it, and refuses a form that the size
// contradicts. It stays whole: the order of the cases is the rule.
func (f *Facts) settleForm() error {
	_, middle, long := f.Smallest.Extents()
	_, _, longest := f.Largest.Extents()
	sized := f.Smallest.Known()
	switch {
	case f.Form == SoftFood && sized && (f.Traits.Any(Rounded, Slippery, Sticky) || f.Smallest.Rounded()):
		f.Form = Piece // whatever it is called
	case f.Form == FormUnknown && f.Traits.Has(Film):
		f.Form = Sheet
	case f.Form == FormUnknown && f.Traits.Any(Ice, SaltedIce):
		f.Form = Piece
	case f.Form == FormUnknown && sized && f.Traits.Has(Hard) && middle < 3 && longest <= grainLength:
		f.Form = Grain
	case f.Form == FormUnknown && sized:
		f.Form = Piece
	case f.Form == Grain && sized && (middle >= 3 || longest > grainLength):
		return bad("traits", "a grain is under 3 mm across and at most %d mm long; this is %s", grainLength, f.Smallest)
	case f.Form == Powder && sized && long >= 2:
		return bad("traits", "a powder has no pieces of 2 mm; this is %s", f.Smallest)
	case (f.Form == Liquid || f.Form == Dough) && sized:
		return bad("traits", "a %s has no size of its own; describe the pieces in it in a row of their own", f.Form)
	case f.Form == SoftFood && f.Traits.Has(Hard):
		return bad("traits", "it cannot be both soft-food and hard")
	}
	if f.Form == Grain {
		f.Traits = f.Traits.With(Hard)
		if f.Traits.Has(Soft) {
			return bad("traits", "a grain is hard: describe it as powder or soft-food if it squashes flat")
		}
	}
	return nil
}

// InMixture are the traits of an ingredient that what is made of it has too.
var InMixture = TraitsOf(NotFood, RawFlour, RawEgg, Lectin, ToxicSeed, UnknownPlant, Honey, Caffeine, MineralOil,
	EssentialOil,
	CamphorOil, HouseholdChemical, Borate, Plaster, Talc, Spice, Soil, Sand, FeedGrade, Glitter, Stains, NutButter,
	Soap, Acid, Perfume, PetToxic, RawFood)

// readContents reads what is in a thing, and what may be. It stays whole: one case a word.
func (f *Facts) readContents(text string, find func(string) (Item, bool)) error {
	words := split(text)
	if len(words) > maxWords {
		return bad("contains", "it lists more than %d words", maxWords)
	}
	edible := f.Traits.Any(Food, NotFood) || !f.Form.GaugeJudges()
	f.ContentsKnown = len(words) > 0 || !edible && f.Form != FormUnknown
	salted := false
	for _, word := range words {
		if word == "none" {
			continue
		}
		if set, err := allergen.ParseContents(word); err == nil {
			f.Allergens |= set
			if set.Has(allergen.Gluten) && !set.Has(allergen.Wheat) {
				f.MayContain |= allergen.SetOf(allergen.Wheat) // oats, barley and rye are grown and milled beside it
			}
			f.Made = f.Made.Union(allergen.OriginsNamed(word))
			continue
		}
		f.Made = f.Made.Union(allergen.OriginsNamed(word))
		var item Item
		found := false
		if find != nil {
			item, found = find(word)
		}
		if !found {
			f.ContentsKnown = false
			continue
		}
		in := item.Facts
		f.Allergens |= in.Allergens
		f.MayContain |= in.MayContain
		f.UsuallyContains |= in.UsuallyContains
		f.Made = f.Made.Union(in.Made)
		f.Traits = f.Traits.Union(in.Traits.Meet(InMixture))
		f.ContentsKnown = f.ContentsKnown && in.ContentsKnown
		if share, known := in.Salt.Get(); !known || share > 0 {
			salted = true
		}
		if in.Alcohol.There() && !f.Alcohol.There() {
			f.Alcohol = NotRead()
		}
	}
	if f.Traits.Has(NotFood) {
		f.Traits = f.Traits.Without(Food)
	}
	if _, known := f.Salt.Get(); !known && f.ContentsKnown && !salted {
		f.Salt = unit.Known(0.0)
	}
	return nil
}

// Ingredients returns the things of the contains column that stay what they are in it, as
// stays says.
func (d Description) Ingredients(find func(string) (Item, bool), stays func(Item) bool) []Item {
	var found []Item
	for _, word := range split(d.Contains) {
		if word == "none" {
			continue
		}
		if it, ok := find(word); ok && stays(it) {
			found = append(found, it)
		}
	}
	return found
}

// split cuts a list at semicolons into trimmed lower-case words, without empty ones.
func split(text string) []string {
	var words []string
	for _, w := range strings.Split(strings.ToLower(text), ";") {
		if w = strings.TrimSpace(w); w != "" {
			words = append(words, w)
		}
	}
	return words
}

// number reads a plain decimal number, with a point or a comma: no exponents, signs
// other than a leading minus, hexadecimals or infinities, and none that may be in thousands.
func number(text string) (float64, error) {
	text = strings.TrimSpace(text)
	for i, r := range text {
		if (r < '0' || r > '9') && r != '.' && r != ',' && !(r == '-' && i == 0) {
			return 0, strconv.ErrSyntax
		}
	}
	if len(text) > 20 || strings.Count(text, ",") > 1 || strings.Count(text, ",") == 1 && strings.Contains(text, ".") ||
		thousands(text) {
		return 0, strconv.ErrSyntax
	}
	return strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
}

// thousands reports whether a number may be one of thousands: a comma or a point before
// exactly three digits, so that 1,000 may be 1000 or 1.
func thousands(text string) bool {
	i := strings.IndexAny(text, ",.")
	return i > 0 && len(text)-i-1 == 3 && strings.Trim(text[:i], "-0") != ""
}
