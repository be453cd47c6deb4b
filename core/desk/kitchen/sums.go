package kitchen

import (
	"errors"
	"fmt"

	"emblo/core/gauge"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/sums"
	"emblo/core/unit"
	"emblo/core/written"
)

// Sum reckons one of the sums on the side.
func (d Kitchen) Sum(in written.Sum) (written.SumAnswer, error) {
	if in.Kind == "worth" {
		return d.worth(in)
	}
	says, field, err := sum(in)
	if err != nil {
		return written.SumAnswer{}, strict.Bad("/"+field, "Look again: %s.", err)
	}
	return written.SumAnswer{Says: d.Pen.Text(says)}, nil
}

// worth says what a child's use costs when it is made and when it is bought.
func (d Kitchen) worth(in written.Sum) (written.SumAnswer, error) {
	made, err := sums.Each(in.MadeCoins, in.MadeUses, in.Children)
	if err != nil {
		return written.SumAnswer{}, strict.Bad("/made_uses", "Look again: %s.", err)
	}
	bought, err := sums.Each(in.BoughtCoins, in.BoughtUses, in.Children)
	if err != nil {
		return written.SumAnswer{}, strict.Bad("/bought_uses", "Look again: %s.", err)
	}
	says := say.Text("Both cost the same for a child and a use.")
	switch {
	case made < bought:
		says = "Making it costs less for a child and a use."
	case made > bought:
		says = "Buying it costs less for a child and a use."
	}
	return written.SumAnswer{Says: d.Pen.Text(says), MadeCoins: int(made), BoughtCoins: int(bought)}, nil
}

// passing says how a hard ring goes over a stem.
var passing = map[gauge.Passing]say.Text{gauge.Goes: "goes", gauge.Wedges: "wedges before it is",
	gauge.Stays: "does not go"}

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
	case "holes":
		n, err := sums.Holes(in.Holes, in.Trays)
		return say.F("{count} pieces, one in each hole.", n), "holes", err
	case "stem":
		n, over, err := sums.Stem(length, piece, unit.Millimetres(in.HoleMM), unit.Millimetres(in.StemMM), false)
		return say.F("{count} rings on the stem; one {goes} over it.", n, passing[over]), "length_mm", err
	case "rope": // of a dough that nobody has weighed
		l, err := sums.Rope(unit.Grams(in.Grams), recipe.Recipe{Kind: "dough"}.Density(), piece)
		return say.F("{length} m of rope.", say.Fixed(l.Millimetres()/1000, 2)), "grams", err
	case "wall":
		if in.Months < 1 || in.Months > room.Oldest {
			return "", "months", fmt.Errorf("an age is between 1 and %d months", room.Oldest)
		}
		return say.F("Hang its opening at most {height} mm above the floor: a small child of that age reaches it standing flat.",
			say.Fixed(room.StandingReach(in.Months), 0)), "months", nil
	}
	return "", "kind", errors.New("choose slices, strips, cover, pots, holes, stem, rope, wall or worth")
}
