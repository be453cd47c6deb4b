// Command budgets reads what the benchmarks print, of several runs, from standard input,
// prints the median of each figure beside its budget, and exits 1 when one is over or was
// not measured.
package main

import (
	"bufio"
	"fmt"
	"io"
	"os"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"text/tabwriter"
)

// budget is the most that a figure of a benchmark may be.
type budget struct {
	what      string
	benchmark string // a regular expression that matches the whole name
	unit      string
	most      float64
	shown     string
}

// budgets is the one table of them; docs/benchmarks.md repeats it with figures.
var budgets = []budget{
	{"check one item, nothing objects", "Judge/boat", "ns/op", 2_000, "2 us"},
	{"check one item, nothing objects: allocations", "Judge/boat", "allocs/op", 0, "0"},
	{"resolve one of 5,000 names", "Named", "ns/op", 20_000, "20 us"},
	{"read one line as people type it", "ReadingALine", "ns/op", 20_000, "20 us"},
	{"a list of 20,000 rows over reading and writing it", "Check", "ratio", 5, "5x"},
	{"gauge, each of ten solids", "CylinderFit/.*", "ns/op", 50_000, "50 us"},
	{"friendly measures, 8 ingredients", "ScaleEight", "ns/op", 1_000_000, "1 ms"},
	{"friendly measures, the oddest drawer", "ScaleOddest", "ns/op", 20_000_000, "20 ms"},
	{"cheapest packs for 60 needs", "Cheapest", "ns/op", 20_000_000, "20 ms"},
	{"a week of 15 set-ups and 120 steps", "Week", "ns/op", 50_000_000, "50 ms"},
	{"live answer, filler, over a bare SELECT 1", "Answer/filler_and_ten_things", "ratio", 2.5, "2.5x"},
	{"live answer, mix, over the same", "Answer/mix_and_ten_things", "ratio", 2.5, "2.5x"},
	{"live answer, three places and forty things, over the same", "Answer/three_places_and_forty_things", "ratio", 4,
		"4x"},
	{"recipe page, over the same", "Answer/recipe_page", "ratio", 2.5, "2.5x"},
	{"each list with 3 years of records over one page of them", "Lists/.*", "ratio", 1.5, "1.5x"},
	{"50 people with 3 years of data and 50 pages that follow, over none that follows", "Followed", "ratio", 1.5,
		"1.5x"},
	{"Today while 3,000 passwords are guessed a minute, 200 of them at once: the longest", "Attack", "longest-ms", 1000,
		"1 s"},
	{"memory of the program meanwhile", "Attack", "peak-MiB", 250, "250 MiB"},
	{"each screen on a slow tablet: layout shift", "Page/.*", "shift", 0.05, "0.05"},
	{"each screen on a slow tablet: largest paint", "Page/.*", "paint-ms", 2000, "2.0 s"},
	{"a changed portion on a slow tablet: tap to new amounts, over a bare tap that is answered", "Tap", "ratio", 3.2,
		"3.2x"},
	{"first load JavaScript, gzipped, over the bare libraries", "FirstLoad", "ratio", 1.3, "1.3x"},
}

var line = regexp.MustCompile(`^Benchmark(\S+?)(?:-\d+)?\s+\d+\s+(.*)$`)

// figures holds what was measured, by benchmark and unit.
type figures map[string]map[string][]float64

// read takes the figures from the output of benchmarks and passes every line on.
func read(in io.Reader, out io.Writer) (figures, error) {
	all := figures{}
	scanner := bufio.NewScanner(in)
	for scanner.Scan() {
		fmt.Fprintln(out, scanner.Text())
		m := line.FindStringSubmatch(scanner.Text())
		if m == nil {
			continue
		}
		if all[m[1]] == nil {
			all[m[1]] = map[string][]float64{}
		}
		fields := strings.Fields(m[2])
		for i := 0; i+1 < len(fields); i += 2 {
			v, err := strconv.ParseFloat(fields[i], 64)
			if err != nil {
				return nil, fmt.Errorf("%s: %w", scanner.Text(), err)
			}
			all[m[1]][fields[i+1]] = append(all[m[1]][fields[i+1]], v)
		}
	}
	return all, scanner.Err()
}

// median returns the worst median among the benchmarks a budget is for; ok is false when
// none was measured.
func (all figures) median(b budget) (worst float64, ok bool) {
	name := regexp.MustCompile("^(?:" + b.benchmark + ")$")
	for benchmark, units := range all {
		if values := slices.Sorted(slices.Values(units[b.unit])); name.MatchString(benchmark) && len(values) > 0 {
			worst, ok = max(worst, values[len(values)/2]), true
		}
	}
	return worst, ok
}

// hold prints each budget with its median and returns how many do not hold.
func hold(all figures, out io.Writer) (over int) {
	table := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	fmt.Fprintln(table, "what\tmedian\tbudget\t")
	for _, b := range budgets {
		median, ok := all.median(b)
		said, mark := fmt.Sprintf("%.4g %s", median, b.unit), ""
		switch {
		case !ok:
			said, mark = "not measured", "MISSING"
			over++
		case median > b.most:
			mark = "OVER"
			over++
		}
		fmt.Fprintf(table, "%s\t%s\t%s\t%s\n", b.what, said, b.shown, mark)
	}
	table.Flush()
	return over
}

func main() {
	all, err := read(os.Stdin, os.Stdout)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(2)
	}
	fmt.Println()
	if over := hold(all, os.Stdout); over > 0 {
		fmt.Fprintf(os.Stderr, "%d of %d budgets do not hold\n", over, len(budgets))
		os.Exit(1)
	}
}
