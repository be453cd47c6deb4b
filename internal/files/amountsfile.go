package files

import (
	"strconv"
	"strings"

	"emblo/core/recipe/scale"
)

// Amounts writes the amounts of a batch as a sheet.
func Amounts(b scale.Batch) string {
	var rows [][]string
	for _, a := range b.Amounts {
		var scoops []string
		for _, s := range a.Scoops {
			scoops = append(scoops, strconv.Itoa(s.Count)+" x "+s.Measure.Label())
		}
		tenths := func(v float64) string { return strconv.FormatFloat(v, 'f', 1, 64) }
		row := []string{a.Line.Item.Name, tenths(a.Exact.Grams()), strings.Join(scoops, " + "),
			tenths(a.Scooped.Grams()), tenths(a.Off * 100)}
		switch {
		case a.Line.AsNeeded():
			row = []string{a.Line.Item.Name, "", "as needed", "", ""}
		case !a.Within || len(a.Scoops) == 0:
			row[2], row[4] = "weigh it", "0.0"
		}
		rows = append(rows, row)
	}
	return sheet([]string{"ingredient", "exact_g", "scoops", "scooped_g", "off_percent"}, rows)
}
