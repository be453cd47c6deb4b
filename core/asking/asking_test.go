package asking

import (
	"encoding/csv"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

// truth is a thing of which everything is known, and who is asked about it.
type truth struct {
	sort  string
	form  material.Form // as it is said: a hard piece of 2 mm is a grain
	facts material.Facts
}

// answer is the true answer to a question.
func (is truth) answer(q Question) Told {
	t := Told{Question: q.ID}
	f := is.facts
	yes := f.Features()
	pick := func(holds bool, ids ...string) {
		t.Picks = ids[:1]
		if !holds {
			t.Picks = ids[1:]
		}
	}
	figures := map[string]material.Reading{"comes-apart": f.Fragment, "cord": f.Cord, "loop": f.Loop,
		"opening": f.Opening, "alcohol": f.Alcohol}
	switch q.ID {
	case "kind":
		t.Picks = []string{is.sort}
	case "magnet":
		switch {
		case f.Traits.Has(material.Magnet, material.Enclosed):
			t.Picks = []string{"screwed"}
		case f.Traits.Has(material.Magnet):
			t.Picks = []string{"loose"}
		default:
			t.Unknown = true
		}
	case "battery":
		pick(f.Traits.Has(material.Enclosed), "screwed", "open")
	case "scissors":
		pick(f.Traits.Has(material.Scissors), "yes", "no")
	case "soaked":
		pick(f.Traits.Has(material.Hydrated), "yes", "no")
	case "form":
		t.Picks = []string{is.form.String()}
	case "eaten":
		t.Picks = []string{"neither"}
		for _, trait := range []material.Trait{material.Food, material.NotFood} {
			if f.Traits.Has(trait) {
				t.Picks = material.TraitsOf(trait).Words()
			}
		}
	case Has:
		for _, o := range q.Options {
			t.Of = append(t.Of, o.ID)
			one, holds, err := features([]string{o.ID})
			magnet := o.ID == "may-hold-magnet" && f.Traits.Has(material.Magnet)
			if err == nil && (!one.Empty() && yes.Meet(one) == one || holds != 0 && f.Allergens&holds != 0 || magnet) {
				t.Picks = append(t.Picks, o.ID)
			}
		}
	case "size":
		t.Solid, t.Sizes = f.Smallest.Kind().String(), f.Smallest.Sizes()
		if f.Traits.Has(material.Rounded) {
			t.Picks = []string{"rounded"}
		}
		t.Unknown = !f.Smallest.Known()
		if t.Unknown {
			t.Solid, t.Sizes, t.Picks = "", nil, nil
		}
	case "contents":
		for _, o := range q.Options {
			one, holds, err := features([]string{o.ID})
			may, isMay := strings.CutPrefix(o.ID, mayContain)
			switch {
			case isMay:
				if _, holds, _ := features([]string{may}); f.MayContain&holds != 0 {
					t.Picks = append(t.Picks, o.ID)
				}
			case o.ID == "salt":
				if share, known := f.Salt.Get(); !known || share > 0 {
					t.Picks = append(t.Picks, o.ID)
				}
			case err == nil && (!one.Empty() && yes.Meet(one) == one || f.Allergens&holds != 0):
				t.Picks = append(t.Picks, o.ID)
			}
		}
	case "salt":
		share, known := f.Salt.Get()
		share *= 100
		t.Figure, t.Unknown = &share, !known
	default:
		v, known := figures[q.ID].Get()
		t.Figure, t.Unknown = &v, !known && figures[q.ID].There()
	}
	if t.Unknown {
		t.Figure = nil
	}
	return t
}

func groupOf(t require.TestingT, adults int, p safety.Policy, children ...room.Child) *safety.Group {
	g, err := safety.NewGroup(room.Room{Children: children, Adults: adults}, room.RatioTables()[0], p)
	require.NoError(t, err)
	return &g
}

func child(months int, mouths room.Tri, to ...allergen.Allergen) room.Child {
	c := room.Child{Label: "AB", Months: months, Mouths: mouths, Tried: allergen.SetOf(allergen.All()...)}
	for _, a := range to {
		c.Allergies = append(c.Allergies, room.Allergy{To: a, By: room.ByTouchOrAir})
	}
	return c
}

// rooms are a baby room, a toddler room, two preschool rooms and an after-school club.
func rooms(t require.TestingT) []*safety.Group {
	return []*safety.Group{
		groupOf(t, 2, safety.Policy{}, child(10, room.Yes), child(16, room.Yes)),
		groupOf(t, 2, safety.Policy{}, child(26, room.No), child(30, room.Yes, allergen.Milk)),
		groupOf(t, 2, safety.Policy{}, child(40, room.No, allergen.Wheat), child(44, room.No)),
		groupOf(t, 2, safety.Policy{NutFree: true}, child(50, room.No), child(58, room.No, allergen.Latex)),
		groupOf(t, 2, safety.Policy{}, child(84, room.No), child(100, room.No)),
	}
}

func judge(f material.Facts, groups []*safety.Group, use safety.Use) (all []safety.Verdict) {
	f.Portion = unit.OfMass(unit.Grams(100))
	s := safety.Prepare("it", f)
	for _, g := range groups {
		all = append(all, g.Judge(&s, use).Verdict)
	}
	return all
}

// Things of the trade that the shelf does not know, described by true answers alone, end with the
// verdicts of the full facts in six questions or fewer. Their facts are common practice.
func TestThirtyThingsDescribedByAnswers(t *testing.T) {
	file, err := os.Open("testdata/things.csv")
	require.NoError(t, err)
	defer file.Close()
	rows, err := csv.NewReader(file).ReadAll()
	require.NoError(t, err)
	rows = rows[1:]
	require.Len(t, rows, 30)
	short := 0
	for _, row := range rows {
		f, err := material.Description{Solid: row[2], Size: row[3], Contains: row[4], Traits: row[5]}.Facts(nil)
		require.NoError(t, err, row[0])
		is, groups := truth{row[1], f.Form, f}, rooms(t)
		var d Dialogue
		var asked []string
		for {
			q, decides, ok := d.Next(Audience{Groups: groups, Use: safety.Open})
			if !ok || !decides {
				break
			}
			answer := is.answer(q)
			asked = append(asked, q.ID+":"+strings.Join(answer.Picks, ","))
			d, err = d.Tell(answer)
			require.NoError(t, err, "%s: %+v", row[0], answer)
			require.Less(t, len(asked), 20, row[0])
		}
		assert.Equal(t, judge(f, groups, safety.Open), judge(d.Facts(), groups, safety.Open), "%s: %v", row[0], asked)
		if len(asked) <= Usual {
			short++
		}
		t.Logf("%d %s: %v %v", len(asked), row[0], asked, judge(f, groups, safety.Open))
	}
	t.Logf("%d of %d in %d questions or fewer", short, len(rows), Usual)
	assert.GreaterOrEqual(t, short, 27)
}

// drawTruth draws a thing of some sort, with anything that it could have.
func drawTruth(t *rapid.T) truth {
	s := rapid.SampledFrom(Sorts()).Draw(t, "sort")
	var f material.Facts
	f.Form = rapid.SampledFrom(s.forms).Draw(t, "form")
	has := s.has
	switch eaten := rapid.SampledFrom([]string{"food", "not-food", "plain"}).Draw(t, "eaten"); {
	case s.eaten == "yes" || s.eaten == "ask" && eaten == "food":
		has = has.Union(material.FeaturesOf(material.Food))
	case s.eaten == "ask" && eaten == "not-food":
		has = has.Union(material.FeaturesOf(material.NotFood))
	}
	could := s.could
	if could.Traits.Has(material.MayHoldMagnet) {
		could = could.Union(material.FeaturesOf(material.Magnet))
	}
	for _, one := range rapid.SliceOfN(rapid.SampledFrom(could.Each()), 0, 4).Draw(t, "has") {
		if more := has.Union(one); more.Traits.Contradiction() == "" {
			has = more
		}
	}
	for _, mild := range []material.Trait{material.Enclosed, material.Hydrated} {
		if has.Traits.Any(material.Magnet, material.Battery, material.Swells) && rapid.Bool().Draw(t, "mild") {
			has = has.Union(material.FeaturesOf(mild))
		}
	}
	if has.Traits.Has(material.Scissors) {
		has = has.Union(material.FeaturesOf(material.Sharp))
	}
	f = f.Having(has)
	for _, r := range []*material.Reading{&f.Fragment, &f.Cord, &f.Loop, &f.Opening, &f.Alcohol} {
		if r.There() {
			*r = material.Read(rapid.SampledFrom([]float64{1, 9, 30, 60, 100, 221, 400}).Draw(t, "figure"))
		}
	}
	if v, known := f.Alcohol.Get(); known {
		f.Alcohol = material.Read(min(v, 100))
	}
	f.TraitsKnown, f.ContentsKnown, f.Salt = true, true, unit.Known(0.0)
	some := rapid.SliceOfN(rapid.SampledFrom(allergen.All()), 0, 2)
	if s.contents {
		f.Allergens, f.MayContain = allergen.SetOf(some.Draw(t, "contains")...),
			allergen.SetOf(some.Draw(t, "may contain")...)
		f.Salt = unit.Known(rapid.SampledFrom([]float64{0, 0.002, 0.05, 0.3}).Draw(t, "salt"))
	} else {
		f.Allergens = allergen.SetOf(some.Draw(t, "contains")...) & s.holds
	}
	if f.Form.GaugeJudges() && !f.Traits.Has(material.Ice) {
		side := rapid.SampledFrom([]float64{1, 2, 5, 11, 20, 31, 33, 44, 46, 60, 150})
		kind := rapid.SampledFrom([]gauge.Kind{gauge.Sphere, gauge.Cylinder, gauge.Box, gauge.Ellipsoid}).Draw(t,
			"solid")
		a, b, c := side.Draw(t, "a"), side.Draw(t, "b"), side.Draw(t, "c")
		f.Smallest = map[gauge.Kind]gauge.Solid{gauge.Sphere: gauge.Must(gauge.Sphere, a),
			gauge.Cylinder: gauge.Must(gauge.Cylinder, a, b),
			gauge.Box:      gauge.Must(gauge.Box, a, b, c), gauge.Ellipsoid: gauge.Must(gauge.Ellipsoid, a, b, c)}[kind]
		f.Largest = f.Smallest
	}
	settled, err := f.Settled()
	if err != nil { // what squashes flat is not hard, and a grain is
		f.Traits = f.Traits.Without(material.Hard, material.Soft)
		settled, err = f.Settled()
	}
	require.NoError(t, err)
	if !settled.Form.GaugeJudges() && !settled.Traits.Any(material.Food, material.NotFood) {
		settled.Traits = settled.Traits.With(material.NotFood) // no object
	}
	return truth{s.ID, f.Form, settled}
}

// Whatever is asked in whatever order, and whatever of it nobody knows: no answer on the way and
// none at the end is cleared where the full facts are not, nor asks for less than they do.
func TestAnswersNeverEndMilderThanTheFullFacts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		is := drawTruth(t)
		groups := rooms(t)
		use := rapid.SampledFrom([]safety.Use{safety.AdultTool, safety.Sealed, safety.Open, safety.InDough,
			safety.Home}).Draw(t, "use")
		want := judge(is.facts, groups, use)
		who := Audience{Groups: groups, Use: use}
		var d Dialogue
		check := func() {
			for i, v := range judge(d.Facts(), groups, use) {
				require.GreaterOrEqual(t, v, min(want[i], safety.MeasureFirst), "group %d of %+v after %+v: %+v", i, is,
					d.told, d.Facts())
			}
		}
		for asked := 0; ; asked++ {
			require.Less(t, asked, 60)
			check()
			q, _, ok := d.Next(who)
			if open := d.Questions(); rapid.IntRange(0, 2).Draw(t, "wander") == 0 && len(open) > 0 {
				if other := rapid.SampledFrom(open).Draw(t, "question"); other.ID != Has {
					q, ok = other, true
				}
			}
			if !ok {
				break
			}
			answer := is.answer(q)
			if rapid.IntRange(0, 4).Draw(t, "not known") == 0 {
				answer = Told{Question: q.ID, Unknown: true, Of: answer.Of}
			} else if len(answer.Of) > 0 { // some of a list that nobody knows
				answer.Unsure = rapid.SliceOfNDistinct(rapid.SampledFrom(answer.Of), 0, 3, rapid.ID).Draw(t, "unsure")
				answer.Picks = slices.DeleteFunc(answer.Picks, func(p string) bool {
					return slices.Contains(answer.Unsure, p)
				})
			}
			var err error
			d, err = d.Tell(answer)
			require.NoError(t, err, "%+v", answer)
		}
		if q, ok := d.Further(who); ok {
			var err error
			d, err = d.Tell(is.answer(q))
			require.NoError(t, err)
			check()
		}
	})
}

// Every answer can be taken back: what is left reads, and says what it said without it.
func TestAnswersAreTakenBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		is, who := drawTruth(t), Audience{Groups: rooms(t), Use: safety.Open}
		var d Dialogue
		for range rapid.IntRange(1, 6).Draw(t, "answers") {
			q, _, ok := d.Next(who)
			if !ok {
				break
			}
			var err error
			d, err = d.Tell(is.answer(q))
			require.NoError(t, err)
		}
		at := rapid.IntRange(0, len(d.told)-1).Draw(t, "back")
		fall := d.Without(at)
		require.Contains(t, fall, at)
		var left []Told
		for i, x := range d.told {
			if !slices.Contains(fall, i) {
				left = append(left, x)
			}
		}
		back, _, err := Read(left)
		require.NoError(t, err)
		require.Len(t, back.told, len(left))
		if at == 0 {
			require.Empty(t, left, "all rests on what it is nearest to")
		}
	})
}

// A piece so small that it is a grain where it is hard is neither as long as nobody has said whether it is.
func TestASmallPieceOfWhichNobodySaysWhetherItIsHard(t *testing.T) {
	var d Dialogue
	for _, told := range []Told{{Question: "kind", Picks: []string{"find"}}, {Question: "form", Picks: []string{"piece"}},
		{Question: "size", Solid: "cylinder", Sizes: []float64{1, 1}}} {
		var err error
		d, err = d.Tell(told)
		require.NoError(t, err)
	}
	assert.Equal(t, material.FormUnknown, d.Facts().Form)
	for _, v := range judge(d.Facts(), rooms(t), safety.AdultTool) {
		assert.GreaterOrEqual(t, v, safety.WithAHand, "as the grain that it may be")
	}
}
