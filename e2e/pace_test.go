package e2e

import (
	"os"
	"slices"
	"testing"

	"emblo/e2e/harness"
)

// A cheap tablet on a poor line: the processor so many times slower, and megabits a second.
const processor, megabits = 4, 6.4

// paced are the screens whose coming up is measured, with words that stand there at the end.
var paced = []struct{ name, path, words string }{
	{"today", "/today", "Who is here today?"},
	{"cupboard", "/cupboard", "To buy, earliest need first"},
	{"bench", "/bench", "Night-sky foam"},
	{"rooms", "/rooms", "nut-free room"},
	{"shelf", "/shelf", "Grains, seeds and pulses"},
	{"recipes", "/recipes", "Mouldable sands"},
	{"recipe", "/recipes/stove-dough", "Fix the feel"},
	{"rules", "/rules", "16 CFR 1501"},
}

// BenchmarkPage measures how each main screen comes up on a slow tablet: how far what is on it
// jumps, and when the largest part of it is painted.
func BenchmarkPage(b *testing.B) {
	app := harness.Start(b)
	p := harness.Sit(b, app, 834, 1112)
	p.Demo()
	p.Slow(processor, megabits)
	for _, s := range paced {
		b.Run(s.name, func(b *testing.B) {
			var pace harness.Pace
			for range b.N {
				pace = p.Come(s.path, s.words)
			}
			if os.Getenv("EMBLO_SHIFTS") != "" {
				b.Log(pace.From)
			}
			b.ReportMetric(pace.Shift, "shift")
			b.ReportMetric(pace.PaintMS, "paint-ms")
		})
	}
}

// BenchmarkTap measures how long a changed portion takes from the tap to the new amounts on a slow tablet, over a floor
// in the same page: a bare button that asks who is signed in and writes that down.
func BenchmarkTap(b *testing.B) {
	app := harness.Start(b)
	guide := harness.Sit(b, app, 834, 1112)
	guide.Demo()
	guide.Click("link", "Bakery counter")
	guide.See("Ready, with precautions")
	p := guide.Tab()
	p.Size(834, 1112)
	p.Slow(processor, megabits)
	p.Open(guide.Path())
	guide.Close()
	p.See("Ready, with precautions", "Saved")
	p.Bare("/api/session")
	var ours, floor []float64
	for range b.N + 1 { // the first of each warms the page up
		p.See("Ready, with precautions", "Saved")
		ours = append(ours, 1000*p.Tap("[aria-label='Grams for each child: more']", ".lead-in").Seconds())
		p.See("Saved")
		floor = append(floor, 1000*p.Tap("#bare", "#bare-answer").Seconds())
	}
	middle := func(ms []float64) float64 { return slices.Sorted(slices.Values(ms[1:]))[b.N/2] }
	b.ReportMetric(middle(ours), "answer-ms")
	b.ReportMetric(middle(floor), "floor-ms")
	b.ReportMetric(middle(ours)/middle(floor), "ratio")
}
