package material

import (
	"slices"
	"strings"

	"emblo/core/say"
	"emblo/core/words"
)

// Manner is how a thing shows itself in play: its colours, what it does in water, the
// movements it trains, whether it takes up what it touches. It is for choosing and searching
// and never decides a verdict. The zero value is "not described". Its ground is common practice.
type Manner struct {
	Colours []string // of the thing as it comes; "many" for what is sold in every colour
	Water   string   // what it does in water: one of WaterWords, "" when not described
	Trains  []string // movements of the hand, of Movements
	Porous  Yes      // takes up wet and germs: dried or thrown away, not wiped
}

// Yes is an answer that may not have been given.
type Yes uint8

// The answers.
const (
	NotSaid Yes = iota
	IsSo
	IsNot
)

// ManyColours is the colour of what is sold in every colour.
const ManyColours = "many"

var colours = []string{"white", "cream", "yellow", "orange", "red", "pink", "purple", "blue", "green", "brown", "black",
	"grey", "silver", "gold", "clear", ManyColours}

// Colours returns the colours a thing can have.
func Colours() []string { return slices.Clone(colours) }

// inWater says in full what each word of the water column means.
var inWater = map[string]say.Text{
	"floats":    "floats",
	"sinks":     "sinks",
	"soaks":     "floats until it is full, then hangs and drips",
	"softens":   "softens within the session and falls apart",
	"swells":    "takes up water and swells",
	"dissolves": "dissolves",
	"clouds":    "clouds it and settles as a paste",
	"mixes":     "mixes in",
	"layer":     "lies on top as a layer",
	"rusts":     "sinks, and rusts when it stays wet",
}

// WaterWords returns the words for what a thing does in water, in the order of the alphabet.
func WaterWords() []string {
	words := make([]string, 0, len(inWater))
	for w := range inWater {
		words = append(words, w)
	}
	slices.Sort(words)
	return words
}

var movements = []string{"pinch", "squeeze", "scoop", "pour", "twist", "thread", "press", "roll", "cut", "stir", "sift",
	"stack", "shake", "pull"}

// Movements returns the movements of the hand that a tool can train.
func Movements() []string { return slices.Clone(movements) }

// parseManner reads the columns colour, water, trains and porous.
func parseManner(colour, water, trains, porous string) (m Manner, err error) {
	if m.Colours, err = among("colour", colour, colours); err != nil {
		return m, err
	}
	if m.Trains, err = among("trains", trains, movements); err != nil {
		return m, err
	}
	if _, known := inWater[water]; !known && water != "" {
		return m, bad("water", "%q is nothing that Emblo knows a thing to do in water: use %s", words.Cut(water),
			strings.Join(WaterWords(), ", "))
	}
	m.Water = water
	switch porous {
	case "":
	case "yes":
		m.Porous = IsSo
	case "no":
		m.Porous = IsNot
	default:
		return m, bad("porous", "say yes or no, not %q", words.Cut(porous))
	}
	return m, nil
}

func among(column, text string, known []string) ([]string, error) {
	named := list(text)
	for _, w := range named {
		if !slices.Contains(known, w) {
			return nil, bad(column, "%q is not one of %s", words.Cut(w), strings.Join(known, ", "))
		}
	}
	return named, nil
}

// Shows reports whether a thing is to be had in a colour.
func (m Manner) Shows(colour string) bool {
	return slices.Contains(m.Colours, colour) || slices.Contains(m.Colours, ManyColours)
}

// CleanUp is what clearing a thing away takes after play in a tub of 10 L (common practice).
type CleanUp struct {
	By      string // pick up, brush, damp cloth, wash or hose
	Minutes int
	Mess    string // tidy, some mess or messy
}

// CleanUps returns the ways to clear away, from least to most.
func CleanUps() []string { return []string{"pick up", "brush", "damp cloth", "wash", "hose"} }

// MessWords returns the levels of mess, from least to most.
func MessWords() []string { return []string{"tidy", "some mess", "messy"} }

const stainMinutes = 5 // what leaves colour behind is wiped twice

// CleanUp returns what clearing the thing away takes: by its form, and more for what stains,
// is slick or never all comes up. Of a thing whose form is not known it is the zero value.
func (i Item) CleanUp() CleanUp {
	if i.Facts.Form == FormUnknown {
		return CleanUp{}
	}
	c := CleanUp{"pick up", 2, "tidy"}
	switch has := i.Facts.Traits; {
	case has.Has(Glitter):
		c = CleanUp{"damp cloth", 15, "messy"}
	case has.Has(Soil):
		c = CleanUp{"hose", 10, "messy"}
	case has.Has(Sand):
		c = CleanUp{"brush", 6, "some mess"}
	case i.Facts.Form == Grain:
		c = CleanUp{"brush", 5, "some mess"}
	case i.Facts.Form == Powder:
		c = CleanUp{"damp cloth", 8, "messy"}
	case i.Facts.Form == SoftFood, i.Facts.Form == Dough && has.Any(Slippery, Sticky, Soap):
		c = CleanUp{"wash", 10, "messy"}
	case i.Facts.Form == Dough:
		c = CleanUp{"damp cloth", 5, "some mess"}
	case i.Facts.Form == Liquid && has.Any(Oil, MineralOil, EssentialOil):
		c = CleanUp{"wash", 10, "messy"}
	case i.Facts.Form == Liquid:
		c = CleanUp{"damp cloth", 4, "some mess"}
	case i.Manner.Porous == IsSo || i.Manner.Water == "softens":
		c = CleanUp{"pick up", 4, "tidy"}
	}
	if i.Facts.Traits.Any(Stains, Colouring) {
		c.Minutes += stainMinutes
		c.Mess = "messy"
	}
	return c
}

// Say says it: "brush, 5 min, some mess"; "" for the zero value.
func (c CleanUp) Say() say.Text {
	if c.By == "" {
		return ""
	}
	return say.F("{by}, {minutes} min, {mess}", say.Text(c.By), c.Minutes, say.Text(c.Mess))
}

// InWater says what the thing does in water, "" when it is not described.
func (i Item) InWater() say.Text { return i.Manner.InWater() }

// InWater says what it does in water, "" when it is not described.
func (m Manner) InWater() say.Text { return inWater[m.Water] }

// sinking are the words for what also sinks.
var sinking = []string{"sinks", "rusts"}

// Does reports whether one of WaterWords is true of it.
func (m Manner) Does(word string) bool {
	return m.Water == word || word == "sinks" && slices.Contains(sinking, m.Water)
}

// InDough says what the thing does in a dough, "" when it is not described.
func (i Item) InDough() say.Text {
	switch has, form := i.Facts.Traits, i.Facts.Form; {
	case has.Any(Stains, Colouring):
		return "colours it"
	case i.Manner.Water == "dissolves":
		return "draws water: the dough turns wet"
	case form == Powder:
		return "stiffens it"
	case form == Liquid, form == Dough, i.Manner.Water == "layer":
		return "softens it"
	case form == SoftFood:
		return "smears in; the dough is used the same day"
	case i.Manner.Water == "softens", i.Manner.Water == "swells":
		return "takes up water from the dough and softens by the next day"
	case form == Grain:
		return "makes it gritty, and does not come out again"
	case has.Has(Fabric):
		return "leaves fibres behind"
	case i.Manner.Porous == IsSo:
		return "prints, and keeps dough in its pores: dried and brushed"
	case i.Manner.Porous == IsNot:
		return "prints clearly and wipes clean"
	}
	return ""
}

// InDryFiller says what the thing does in a dry filler, "" when it is not described.
func (i Item) InDryFiller() say.Text {
	switch has, form := i.Facts.Traits, i.Facts.Form; {
	case form == Liquid, form == Dough, form == SoftFood, has.Has(Ice):
		return "clumps it: what got wet is thrown away"
	case has.Any(Slippery, Sticky):
		return "gathers a coat of it"
	case form == Powder:
		return "dusts it, and sinks to the floor of the tub"
	case form == Grain:
		return "mixes in; a sieve parts what differs in size"
	case i.Manner.Porous == IsSo:
		return "hides in it, and is shaken out"
	case i.Manner.Porous == IsNot:
		return "hides in it"
	}
	return ""
}
