package recipe

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"strconv"
	"sync"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
	"emblo/core/unit"
)

//go:embed makeup.csv
var makeupCSV []byte

// makeup is what an ingredient brings into the water of a mix, in shares by mass.
type makeup struct {
	water, salt, sugar, glycerol float64
	flour                        bool // counted dry for the hydration
	// firm is the share of the whole at which it sets so firm that a piece of it lodges in a throat; 0 for what
	// never does.
	firm float64
}

// makeups are known ingredients by shelf id. The file is checked by the tests, so a failure
// to read it panics.
var makeups = sync.OnceValue(func() map[string]makeup {
	all, err := readMakeups(makeupCSV)
	if err != nil {
		panic(err)
	}
	return all
})

func readMakeups(data []byte) (map[string]makeup, error) {
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("makeup file: %w", err)
	}
	all := make(map[string]makeup, len(rows))
	for _, row := range rows[1:] {
		m := makeup{flour: row[5] == "yes"}
		sum := 0.0
		for i, share := range []*float64{&m.water, &m.salt, &m.sugar, &m.glycerol} {
			v, err := strconv.ParseFloat(row[i+1], 64)
			if err != nil || v < 0 || v > 100 {
				return nil, fmt.Errorf("makeup of %q: %q is not a share in per cent", row[0], row[i+1])
			}
			*share = v / 100
			sum += v
		}
		if row[6] != "" {
			v, err := strconv.ParseFloat(row[6], 64)
			if err != nil || v <= 0 || v > 100 {
				return nil, fmt.Errorf("makeup of %q: %q is not a share in per cent at which it sets", row[0], row[6])
			}
			m.firm = v / 100
		}
		if _, twice := all[row[0]]; twice || sum > 100 || row[7] == "" {
			return nil, fmt.Errorf("makeup of %q: stands twice, is more than the whole, or has no basis", row[0])
		}
		all[row[0]] = m
	}
	return all, nil
}

// Class is how a mix must be kept for what can grow in it, after the FDA Food Code table for
// food that is neither heat-treated nor packed (quoted from memory). The practice ceiling
// of the recipe still rules where it is shorter: no pathogen control is not no mould.
type Class uint8

// The classes. ClassUnknown is treated as Perishable.
const (
	ClassUnknown Class = iota
	Stable             // water activity under 0.88 with the margin: no time or temperature control
	Sour               // dry and sour enough together, by a test strip
	ByLabel            // not food: its label and the practice ceiling say how it keeps
	Borderline         // 0.88 within the margin: as Perishable unless measured
	Perishable         // one group, 2 h out of the fridge in all, then bin
)

var classWords = [...]say.Text{
	ClassUnknown: "keeping time not known: for one group, then throw away",
	Stable:       "dry or salty enough that no germs of food poisoning grow; mould still can",
	Sour:         "sour and dry enough that no germs of food poisoning grow; mould still can",
	ByLabel:      "not food, so nothing is worked out: the label of what is in it goes first",
	Borderline:   "too close to call: one group, 2 h out of the fridge in all, then bin",
	Perishable:   "germs can grow: one group, 2 h out of the fridge in all, then bin",
}

// Say says what the class means.
func (c Class) Say() say.Text { return classWords[c] }

// NeedsCold reports whether the mix is for one group, and 2 h out of the fridge in all.
func (c Class) NeedsCold() bool { return c != Stable && c != Sour && c != ByLabel }

// stableBelow is the water activity under which no time or temperature control is needed.
const stableBelow = 0.88

// stripMargin is what is added to the pH that a test strip shows (common practice: strips
// read to half a unit).
const stripMargin = 0.3

// sourEnough are the rows of the FDA Food Code table that a low pH opens, by the highest
// water activity and pH of each (quoted from memory). The last holds for any activity; its
// pH itself is not low enough.
var sourEnough = []struct{ activity, ph float64 }{{0.90, 5.0}, {0.92, 4.6}, {1, 4.2}}

func sour(activity, ph float64) bool {
	for _, row := range sourEnough {
		if activity+ActivityMargin <= row.activity && ph+stripMargin <= row.ph || row.activity == 1 && ph+
			stripMargin < row.ph {
			return true
		}
	}
	return false
}

// Nature is what a mix is: how much water it holds and how free that is, its salt in a
// taste, and whether it may be tasted. It is computed from the ingredients.
type Nature struct {
	// Hydration is water over flour by mass, flour counted dry; 0 without flour.
	Hydration float64
	// Activity is the estimated water activity, with ActivityMargin either way, at its highest
	// where an amount is a range; Known is false when the makeup of an ingredient is not.
	Activity float64
	Known    bool
	// Dry is set for dry fillers, of which no water is free for anything to grow in, and that has no figure.
	Dry   bool
	Class Class
	Keeps say.Text // how long and how, in words
	// TasteSodium is what a 10 g taste holds; it is no figure where the salt of some things is not known, which
	// Unsalted names.
	TasteSodium unit.Mass
	Unsalted    []say.Text
	Allergens   allergen.Set
	// NotTasteSafe says why it may not be tasted; empty when every ingredient is ready to
	// eat.
	NotTasteSafe []say.Text
	Stains       bool
}

// Nature works out what the recipe makes, of one base batch; scaling changes none of it.
func (r Recipe) Nature() Nature {
	var s Solution // the wettest that the amounts allow: all of the water, the least of the rest
	n := Nature{Known: len(r.Unread) == 0}
	water, dryFlour := 0.0, 0.0
	var least unit.Mass
	for i := range r.Lines {
		l := &r.Lines[i]
		least = least.Plus(l.Least())
		m, ok := makeups()[l.Item.ID]
		if !ok {
			n.Known = false
			continue
		}
		g, low := l.Mass().Grams(), l.Least().Grams()
		water += g * m.water
		s.Salt += low * m.salt
		s.Sugar += low * m.sugar
		s.Glycerol += low * m.glycerol
		if l.AsNeeded() && m.water+m.salt+m.sugar+m.glycerol > 0 {
			n.Known = false
		}
		if m.flour {
			dryFlour += g * (1 - m.water)
		}
	}
	s.Water = water - least.Times(r.Loss).Grams() // the loss is steam
	f := r.Facts(unit.Grams(1))
	if n.Known {
		n.Activity = s.Activity()
		if dryFlour > 0 {
			n.Hydration = (water - r.Mixed().Minus(r.Made()).Grams()) / dryFlour
		}
	}
	n.Dry = f.Form == material.Grain || f.Form == material.Powder || f.Form == material.Piece &&
		!f.Traits.Any(material.Ice, material.Slippery, material.Sticky)
	n.Class = r.classOf(n, f)
	if ph, known := r.PH.Get(); known && n.Known && n.Class.NeedsCold() && sour(n.Activity, ph) {
		n.Class = Sour
	}
	n.Keeps = r.keeping(n.Class)
	salt, saltKnown := f.Salt.Get()
	n.Unsalted = r.unsalted()
	n.TasteSodium = unit.Grams(10 * salt * room.SodiumShareOfSalt)
	n.Allergens, n.Stains = f.Allergens, f.Traits.Has(material.Stains)
	n.NotTasteSafe = notTasteSafe(f)
	if !saltKnown {
		n.NotTasteSafe = append(n.NotTasteSafe, "the amount of salt is not known")
	}
	if !f.ContentsKnown || !f.TraitsKnown {
		n.NotTasteSafe = append(n.NotTasteSafe, "not every ingredient is known")
	}
	return n
}

// unsalted names the things in the mix of which nobody knows how much salt they bring.
func (r Recipe) unsalted() (names []say.Text) {
	for _, l := range r.Lines {
		if share, known := l.Item.Facts.Salt.Get(); !known || l.AsNeeded() && share > 0 {
			names = append(names, l.Item.Within())
		}
	}
	for _, it := range r.Unlisted {
		names = append(names, it.Within())
	}
	for _, line := range r.Unread {
		names = append(names, say.Typed(line))
	}
	return names
}

// keeping says how long the mix keeps.
func (r Recipe) keeping(c Class) say.Text {
	if !r.Own {
		return say.List("{keeps}; {note}", r.keep.Say(), r.note)
	}
	_, why := r.ownKeeping(c)
	return why
}

func (r Recipe) classOf(n Nature, f material.Facts) Class {
	switch {
	case n.Dry:
		return Stable
	case f.Traits.Has(material.NotFood) && !r.Own:
		return ByLabel // the book has looked at how it keeps
	case !n.Known:
		return ClassUnknown
	case n.Activity < stableBelow-ActivityMargin:
		return Stable
	case n.Activity < stableBelow+ActivityMargin:
		return Borderline
	}
	return Perishable
}

// notTasteSafe lists what keeps a mix from being tasted, apart from allergies and salt,
// which depend on the children.
func notTasteSafe(f material.Facts) []say.Text {
	var why []say.Text
	for _, row := range []struct {
		words  say.Text
		traits []material.Trait
	}{
		{"not every ingredient is food", []material.Trait{material.NotFood}}, {"raw flour or starch",
			[]material.Trait{material.RawFlour}}, {"raw egg", []material.Trait{material.RawEgg}},
		{"raw beans", []material.Trait{material.Lectin}}, {"feed or craft grade", []material.Trait{material.FeedGrade}},
		{"coffee, tea or cocoa", []material.Trait{material.Caffeine}},
		{"soil or sand", []material.Trait{material.Soil, material.Sand}},
		{"essential oil", []material.Trait{material.EssentialOil, material.CamphorOil}},
	} {
		if f.Traits.Any(row.traits...) {
			why = append(why, row.words)
		}
	}
	if !f.Traits.Has(material.Food) && len(why) == 0 {
		why = append(why, "not food")
	}
	return why
}
