package recipe_test

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/recipe/remedy"
	"emblo/core/recipe/scale"
	"emblo/core/unit"
)

// Every recipe of the book in three amounts and two sets of measures, with a cupboard that holds less than it takes, on
// the record. It was read line by line when it was committed: EMBLO_RECORD=1 writes it anew, and the diff is the
// review.
func TestBatchesAreThoseOnRecord(t *testing.T) {
	const file = "testdata/batches.txt"
	var out strings.Builder
	for _, r := range recipe.Standard().Recipes() {
		record(&out, r)
	}
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(file, []byte(out.String()), 0o644))
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, strings.Split(string(want), "\n"), strings.Split(out.String(), "\n"))
}

func record(out *strings.Builder, r recipe.Recipe) {
	n, p := r.Nature(), r.Play()
	fmt.Fprintf(out, "# %s: makes %.2f g of %.2f, water activity %.4f %v, hydration %.3f, taste %.4f g of sodium, stands %d, plays %d, %s\n",
		r.ID, r.Made().Grams(), r.Mixed().Grams(), n.Activity, n.Known, n.Hydration, n.TasteSodium.Grams(), p.Stands,
		p.Plays, n.Keeps)
	for i, needed := range []float64{180, 720, 2400} {
		set := unit.StandardSet([]unit.System{unit.US, unit.Metric}[i%2])
		b, err := scale.For(r, unit.Grams(needed), set)
		if err != nil {
			fmt.Fprintf(out, "%g g: %s\n", needed, err)
			continue
		}
		fmt.Fprintf(out, "%g g: %.5f times, %.3f g mixed, %.3f g made, enough %v, within %v, %d fillings:", needed,
			b.Factor, b.Mixed.Grams(), b.Made.Grams(), b.Enough, b.Within(), b.Movements)
		for i := range b.Amounts {
			a := &b.Amounts[i]
			fmt.Fprintf(out, " %s %.3f", a.Line.Item.ID, a.Exact.Grams())
			scooped(out, a.Scoops)
			if a.Scoops != nil {
				fmt.Fprintf(out, " (%+.4f %v)", a.Off, a.Within)
			}
			out.WriteString(";")
		}
		for _, c := range b.CountingCards(set) {
			if c.Count > 0 {
				fmt.Fprintf(out, " card %d x %s %+.4f;", c.Count, c.Measure.Label(), c.Off)
			}
		}
		if m, ok := scale.ExtraMeasure(r, unit.Grams(needed), set); ok {
			fmt.Fprintf(out, " would help: %s;", m.Label())
		}
		if pots, err := scale.SplitIntoPots(r, b.Mixed, unit.Litres(2)); err == nil {
			fmt.Fprintf(out, " %d pots of %.2f g, %.4f full;", pots.Count, pots.Each.Grams(), pots.Full)
		}
		stock := larder.Stock{}
		for i := range b.Amounts {
			if share := []float64{0.4, 3, 0.7}[i%3]; i%4 != 3 {
				stock[b.Amounts[i].Line.Item.ID] = b.Amounts[i].Exact.Times(share)
			}
		}
		cupboard(out, r, b, stock, set)
		out.WriteString("\n")
	}
	for _, m := range remedy.For(r, unit.Grams(900), unit.StandardSet(unit.US)) {
		fmt.Fprintf(out, "%s:", m.Symptom)
		for _, d := range m.Doses {
			fmt.Fprintf(out, " %s %.4f %.3f g", d.Item.ID, d.Share, d.Mass.Grams())
			scooped(out, d.Scoops)
		}
		out.WriteString("\n")
	}
}

func scooped(out *strings.Builder, all []scale.Scoop) {
	for _, s := range all {
		fmt.Fprintf(out, " %dx%s", s.Count, s.Measure.Label())
	}
}

// cupboard writes what a stock is short of, the largest batch of it, and what stands in.
func cupboard(out *strings.Builder, r recipe.Recipe, b scale.Batch, stock larder.Stock, set unit.MeasureSet) {
	limit, ok := stock.Limit(r)
	fmt.Fprintf(out, " stock: %v %.5f times, %.3f g by", ok, limit.Factor, limit.Made.Grams())
	for _, l := range limit.By {
		fmt.Fprintf(out, " %s", l.Item.ID)
	}
	if large, err := larder.Largest(r, stock, set); err == nil {
		fmt.Fprintf(out, "; at most %.5f times, %d fillings", large.Factor, large.Movements)
	}
	for _, s := range stock.Short(b) {
		fmt.Fprintf(out, "; short of %.3f g %s", s.Missing.Grams(), s.Line.Item.ID)
		for _, in := range stock.Replacements(s) {
			fmt.Fprintf(out, ", or %.3f g %s %.4f %v", in.Take.Grams(), in.Sub.Item.ID, in.Share, in.Known)
		}
	}
	for _, l := range stock.Lifts(r) {
		fmt.Fprintf(out, "; %.3f g of %s for %s make %.3f g", l.Take.Grams(), l.Sub.Item.ID, l.For.Item.ID,
			l.Made.Grams())
	}
	for _, it := range stock.NotWeighed(r) {
		fmt.Fprintf(out, "; not weighed: %s", it.ID)
	}
}
