package plan

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/money"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// What is said of set-ups of every kind and of every recipe made for a cupboard that is short, on the record. It was
// read line by line when it was committed: EMBLO_RECORD=1 writes it anew, and the diff is the review.
func TestAnswersAreThoseOnRecord(t *testing.T) {
	const file = "testdata/answers.txt"
	var out strings.Builder
	toddlers, preschool := nursery(t, nil, 14, 20, 26, 30), group(t, 2, 36, 42, 47, 48, 55, 59, 60, 66, 71)
	set := unit.StandardSet(unit.US)
	rice := Fill{Layers: []Layer{layer(t, "white rice", 40)}, Tub: in(t, "deep-tub"), Use: safety.Open}
	with := func(f Fill, change func(*Fill)) Fill { change(&f); return f }
	cups := shelfItem(t, "stacking cups")
	sorted := func(each, colours int) Placed {
		p := placed(t, "pom-poms 50 mm", each)
		p.Set = Set{Colours: colours, Cup: &cups}
		return p
	}
	frozen := func(words string) Placed { return used(t, words, safety.Frozen) }
	shared := func(words string, n int) Placed { p := placed(t, words, n); p.Shared = true; return p }
	for name, s := range map[string]Setup{
		"rice and shells": at(rice, placed(t, "scallop shells large", 2), shared("jug", 3)),
		"rice, one tub":   at(with(rice, func(f *Fill) { f.Count = 1 }), used(t, "wooden fish large", safety.Hidden)),
		"rice over oats": at(with(rice, func(f *Fill) {
			f.Layers = []Layer{layer(t, "rolled oats", 20), layer(t, "white rice", 15)}
		})),
		"rice beside oats": at(with(rice, func(f *Fill) {
			f.Layers, f.SideBySide = []Layer{layer(t, "rolled oats", 20), layer(t, "white rice", 20)}, true
		})),
		"sorting by colours":   at(rice, sorted(3, 4)),
		"sorting, two colours": at(rice, sorted(1, 2), shared("scoops wide", 2)),
		"water": at(with(rice, func(f *Fill) { f.Layers = []Layer{layer(t, "water", 60)} }),
			placed(t, "wooden boats", 1), placed(t, "kitchen sponges clean", 1)),
		"ice tray with sticks": at(Fill{Layers: []Layer{layer(t, "water", 22)}, Tub: in(t, "ice-tray"),
			Use: safety.Open, Frozen: true}, frozen("craft sticks jumbo")),
		"loaf of ice with boats": at(Fill{Layers: []Layer{layer(t, "water", 60)}, Tub: in(t, "loaf-tin"),
			Use: safety.Open, Frozen: true, Count: 2}, frozen("wooden fish large")),
		"two loaves, long stick": at(Fill{Layers: []Layer{layer(t, "water", 40)}, Tub: in(t, "loaf-tin"),
			Use: safety.Open, Frozen: true}, frozen("wooden spoons")),
		"jar to guess": at(Fill{Layers: []Layer{layer(t, "chickpeas", 120)}, Tub: in(t, "clear-jar"),
			Use: safety.Sealed, Count: 1}),
		"calm bottle": at(Fill{Layers: []Layer{layer(t, "water", 135)}, Tub: in(t, "clear-bottle"),
			Use: safety.Sealed}, used(t, "glitter", safety.Sealed)),
		"five bags": at(Fill{Layers: []Layer{layer(t, "white rice", 5)}, Tub: in(t, "zip-bag"),
			Use: safety.Sealed, Count: 5}),
		"finds and nothing": at(nil, placed(t, "pine cones", 1), placed(t, "acorns", 3),
			shared("magnifiers plastic", 2)),
		"threading": at(nil, used(t, "wooden beads 30 mm", safety.Threaded),
			used(t, "threading laces stiff tip", safety.AdultTool)),
		"foam and a tube": {Places: []Place{{Name: "Tray", Base: Fill{Layers: []Layer{layer(t, "soap foam", 30)},
			Tub: in(t, "tray"), Use: safety.Open}, Items: []Placed{placed(t, "wooden blocks 50 mm", 1)},
			Opening: &Opening{Way: gauge.Hole, Width: unit.Millimetres(60)}}}},
		"puree for the youngest": at(with(rice, func(f *Fill) { f.Layers = []Layer{layer(t, "apple puree", 20)} }),
			placed(t, "wooden spoons", 1)),
		"two places": {Places: []Place{{ID: "a", Base: rice}, {ID: "b", Base: mixed(t, "stove-dough",
			safety.Open), Items: []Placed{placed(t, "dough cutters", 1)}}}, Beside: []Placed{shared("paper cups", 4)}},
		"deep sand": at(with(rice, func(f *Fill) {
			f.Layers = []Layer{layer(t, "play sand", 75)}
			f.Count = 1
		}), placed(t, "river stones large", 1)),
	} {
		for who, g := range map[string]*safety.Group{"toddlers": toddlers, "preschool": preschool} {
			a, err := Reckon(s, g, set)
			if err != nil {
				out.WriteString(name + ", " + who + ": " + err.Error() + "\n")
				continue
			}
			out.WriteString(name + ", " + who + answerText(a, g) + "\n")
		}
	}
	for i, r := range recipe.Standard().Recipes() {
		s := at(Mix{Recipe: r, Portion: unit.Grams(80), Colours: 1 + i%3, Pot: unit.Litres(0.7), Use: safety.Open},
			placed(t, "scoops wide", 1))
		a, err := Reckon(s, preschool, set)
		require.NoError(t, err, r.ID)
		out.WriteString(r.ID + answerText(a, preschool) + "\n")
		stored := at(Mix{Recipe: r, Portion: unit.Grams(80), Colours: 1, Use: safety.Open, Stored: &Stored{ID: "b",
			Name: "Red", Recipe: r, Left: unit.Grams(float64(400 + 100*(i%5))),
			Parts: []StoredPart{{"it", r.Facts(unit.Grams(80))}}}})
		kept, err := Reckon(stored, preschool, set)
		require.NoError(t, err, r.ID)
		out.WriteString(r.ID + " in store" + answerText(kept, preschool) + "\n")
		out.WriteString(r.ID + " to make" + makingText(t, r, preschool, set, i) + "\n")
		young, err := Reckon(at(Mix{Recipe: r, Portion: unit.Grams(60), Colours: 1, Pot: unit.Litres(3),
			Use: safety.Open}), toddlers, set)
		require.NoError(t, err, r.ID)
		out.WriteString(r.ID + ", toddlers" + answerText(young, toddlers) + "\n")
		for who, g := range map[string]*safety.Group{"toddlers": toddlers, "preschool": preschool} {
			out.WriteString(r.ID + " instead, " + who)
			for _, w := range SwapMixes(recipe.Standard().Recipes(), Mix{Recipe: r, Portion: unit.Grams(80),
				Use: safety.Open}, g, 4) {
				out.WriteString(" | " + w.Recipe.ID + " " + w.Assessment.Verdict.String())
				texts(&out, w.Changes)
			}
			out.WriteString("\n")
		}
	}
	lines := strings.Split(strings.TrimSpace(out.String()), "\n")
	slices.Sort(lines)
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(file, []byte(strings.Join(lines, "\n")+"\n"), 0o644))
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, strings.Split(strings.TrimSpace(string(want)), "\n"), lines)
}

func answerText(a Answer, g *safety.Group) string {
	var b strings.Builder
	hands, waiting := a.Minutes()
	fmt.Fprintf(&b, ": %s, %d+%d min, plays %d", a.Verdict, hands, waiting, a.Plays())
	for i := range a.Places {
		p := &a.Places[i]
		if f := p.Fill; f != nil {
			fmt.Fprintf(&b, " | %d tubs for %d, %d turns, %.1f mm, finds %.3f mL, in all %.2f g", f.Tubs, f.Seats,
				f.Turns, f.Depth.Millimetres(), f.Finds.Millilitres(), f.InAll().Grams())
			for _, of := range f.Poured {
				fmt.Fprintf(&b, " %s %.1f mm %.2f mL %.2f g, %d x %s", of.Item.ID, of.Depth.Millimetres(),
					of.Volume.Millilitres(), of.Mass.Grams(), of.Share.Count, of.Share.Measure.Label())
			}
			if f.Ice != nil {
				fmt.Fprintf(&b, " ice %d x %.3f g, freezes %s, lasts %s, sticks %v", f.Ice.Pieces, f.Ice.Each.Grams(),
					f.Ice.Freezes, f.Ice.Lasts, f.Ice.Sticks)
			}
			if f.Guess != nil {
				fmt.Fprintf(&b, " guess %v", *f.Guess)
			}
		}
		if m := p.Mix; m != nil {
			fmt.Fprintf(&b, " | %.2f g for %.2f, each %.3f, colour %.3f, taste %.4f, pots %d", m.Batch.Made.Grams(),
				m.Batch.Need.Grams(), m.Portion.Grams(), m.Each.Grams(), m.TasteShare, m.Pots.Count)
		}
		texts(&b, p.Notes)
	}
	for _, l := range a.Lines() {
		filled, _ := l.Facts.Filled.Get()
		portion := l.Facts.Portion.Or(0)
		fmt.Fprintf(&b, " | %s %s %d %v %s %s %.2f %.2f %v %s", l.Say(), l.Use, l.Count, l.Sorted, l.Assessment.Verdict,
			strings.Join(l.Assessment.Rules(), ","), filled, portion, l.Passes, l.Meets)
	}
	for _, s := range append(a.Timeline, a.After(g)...) {
		fmt.Fprintf(&b, " | %s %d %v %q", s.ID, s.Minutes, s.By, s.Text.String())
	}
	around := a.Around()
	texts(&b, append(around.Wear, around.Families))
	return b.String()
}

func texts(b *strings.Builder, all []say.Text) {
	for _, t := range all {
		fmt.Fprintf(b, " | %s", t)
	}
}

func makingText(t *testing.T, r recipe.Recipe, g *safety.Group, set unit.MeasureSet, i int) string {
	stock, prices := larder.Stock{}, larder.Prices{}
	for j := range r.Lines {
		if j%4 != 3 {
			stock[r.Lines[j].Item.ID] = r.Lines[j].Mass().Times([]float64{0.35, 2, 0.8}[j%3])
			prices[r.Lines[j].Item.ID] = money.Price{Coins: money.Coins(150 + 10*j), For: unit.Grams(500)}
		}
	}
	var b strings.Builder
	for _, need := range []recipe.Need{recipe.Children{Months: Months(g, 12), Portion: unit.OfMass(unit.Grams(90))},
		nil} {
		m, err := Make(Order{Recipe: r, Need: need, Colours: 1 + i%4, Use: safety.Open, Pot: unit.Litres(1.5),
			Stock: stock, Prices: prices}, g, set)
		if err != nil {
			fmt.Fprintf(&b, ": %s", err)
			continue
		}
		fmt.Fprintf(&b, ": %s %.2f g, each of %d %.3f, colour %.3f, %d pots, %d coins, taste %.4f", m.Verdict,
			m.Batch.Made.Grams(), m.Children, m.Each.Grams(), m.Colour.Grams(), m.Pots.Count, m.Coins, m.TasteShare)
		for _, w := range append(m.Ways, m.Others(recipe.Standard().Recipes(), Order{Use: safety.Open}, g, 3)...) {
			fmt.Fprintf(&b, " | %s %s%s %.2f g %s %s", w.Kind, w.RecipeID, w.ItemID, w.Made.Grams(), w.Verdict,
				w.Sentence)
		}
		texts(&b, m.NotTasteSafe)
	}
	return b.String()
}
