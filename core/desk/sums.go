package desk

import (
	"errors"

	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/sums"
	"emblo/core/unit"
	"emblo/core/written"
)

// Sum reckons one of the sums on the side.
func (d *Desk) Sum(in written.Sum) (written.SumAnswer, error) {
	says, field, err := sum(in)
	if err != nil {
		return written.SumAnswer{}, written.Bad("/"+field, "Look again: %s.", err)
	}
	return written.SumAnswer{Says: d.Pen.Text(says)}, nil
}

// sum returns a sum in words; of an error it names the field.
func sum(in written.Sum) (says say.Text, field string, err error) {
	length, width, piece := unit.Millimetres(in.LengthMM), unit.Millimetres(in.WidthMM), unit.Millimetres(in.PieceMM)
	switch in.Kind {
	case "slices":
		n, rest, err := sums.Slices(length, piece, unit.Millimetres(in.CutMM))
		return say.F("{count} slices, and {rest} mm are left.", n, say.Fixed(rest.Millimetres(), 0)), "length_mm", err
	case "strips":
		n, err := sums.Strips(width, piece)
		return say.F("{count} strips side by side.", n), "width_mm", err
	case "cover":
		least, most, err := sums.Cover(length, width, piece)
		return say.F("{least} pieces strewn, {most} laid close.", least, most), "length_mm", err
	case "pots":
		n, err := sums.Pots(in.Pots)
		return say.F("{count} pieces for pots numbered 1 to {pots}.", n, in.Pots), "pots", err
	case "rope": // of a dough that nobody has weighed
		l, err := sums.Rope(unit.Grams(in.Grams), recipe.Recipe{Kind: "dough"}.Density(), piece)
		return say.F("{length} m of rope.", say.Fixed(l.Millimetres()/1000, 2)), "grams", err
	}
	return "", "kind", errors.New("choose slices, strips, cover, pots or rope")
}
