// Package typed reads recipes as people type them, and writes them so that they read back.
package typed

import (
	"fmt"
	"regexp"
	"strings"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
	"emblo/core/words"
)

// Written is a recipe as somebody types it: ingredients and steps a line each.
type Written struct {
	Name, Kind   string
	Lines, Steps string
	Keeps        string
	Loss         float64 // share that goes as steam
	Heated, Hot  bool
	PH           float64 // by a test strip; 0 when nobody has tried
	Own          []OwnMeasure
}

// OwnMeasure is a measure of one's own that lines may name, with what it holds.
type OwnMeasure struct {
	Name   string
	Volume unit.Volume
}

// Limits on what is typed.
const (
	maxText  = 20_000 // bytes of lines or steps
	maxSteps = 40
	MaxName  = 80
	maxRead  = 2 * recipe.MaxLines // lines that are looked up, so that a hostile text costs little
)

// ReadLine is one ingredient line as it was understood.
type ReadLine struct {
	Number int         // from 1, of the lines as typed
	Text   string      // as typed
	Line   recipe.Line // what was read; not set when Fault says why not
	Fault  string      // a sentence; empty when the line was read
	// Name is the ingredient as typed, when it is not known or leaves a choice.
	Name string
	// Note is what should be known about how the line was read.
	Note string
	// Like are things of the shelf that such an ingredient may be.
	Like []material.Item
}

// Draft is a recipe as far as it could be read. The recipe holds the lines that could.
type Draft struct {
	Recipe recipe.Recipe
	Lines  []ReadLine
	// Faults say what stands in the way of saving, by field: name, kind, lines, steps,
	// loss, ph, keeps.
	Faults []Fault
	// Raw says that the mix is said to be heated through and no step cooks it, so that it counts as raw.
	Raw bool
}

// Fault is a sentence on one field of a written recipe.
type Fault struct{ Field, Sentence string }

// OK reports whether the recipe could be read whole.
func (d Draft) OK() bool { return len(d.Faults) == 0 }

// Reader reads written recipes.
type Reader struct {
	Shelf  *material.Shelf
	System unit.System
	// Mix reports whether a name is that of a recipe, which is no ingredient; nil for none.
	Mix func(name string) bool
	// Several returns the question that tells apart what a name means, and its kinds; nil
	// knows of none.
	Several func(name string) (question string, kinds []material.Item)
	// own are measures of one's own, by the words that lines call them.
	own []ownMeasure
	// part is what one part stands for, where a recipe says only how much to how much.
	part string
	// measured is what one part is, where a line says both; nil where none does.
	measured *unit.Amount
}

// Read reads a written recipe. It never fails: what could not be read is in the draft's
// faults and lines, and the rest stands.
func (rd Reader) Read(w Written) Draft {
	d := Draft{Recipe: recipe.Recipe{Name: strings.TrimSpace(w.Name), Kind: w.Kind, Keeps: strings.TrimSpace(w.Keeps),
		Loss:   w.Loss,
		Heated: w.Heated, Hot: w.Hot, Basis: "a recipe of our own", Own: true}}
	fault := func(field, format string, args ...any) {
		d.Faults = append(d.Faults, Fault{field, fmt.Sprintf(format, args...)})
	}
	d.readHead(w, fault)
	r := &d.Recipe
	own, why := readOwn(w.Own)
	if rd.own = own; why != "" {
		fault("own_measures", "%s", why)
	}
	if len(w.Lines) > maxText {
		fault("lines", "The ingredients are longer than %d letters.", maxText)
	} else {
		rd.readLines(&d, w.Lines)
	}
	d.addLineFaults()
	if len(w.Steps) > maxText {
		fault("steps", "The steps are longer than %d letters.", maxText)
	} else {
		r.Steps = recipe.ReadSteps(w.Steps)
	}
	switch {
	case len(r.Steps) == 0:
		fault("steps", "Write at least one step.")
	case len(r.Steps) > maxSteps:
		fault("steps", "A recipe has at most %d steps.", maxSteps)
	}
	done, cooked := r.DoneBy(r.Steps)
	if *r = done; r.Heated {
		r.Heated, d.Raw = cooked, !cooked
	}
	r.Unlisted = unlisted(r.Steps, r.Lines, rd.Shelf.Named)
	*r = r.OfItsKind()
	return d
}

// readHead reads what is said of the recipe as a whole.
func (d *Draft) readHead(w Written, fault func(field, format string, args ...any)) {
	r := &d.Recipe
	switch {
	case r.Name == "":
		fault("name", "Give the recipe a name.")
	case len(r.Name) > MaxName:
		fault("name", "The name is longer than %d letters.", MaxName)
	}
	if k := recipe.KindOf(w.Kind); k.ID != w.Kind || !k.Own {
		fault("kind", "Choose what it makes: a dough, a sand, a foam, a goop, a dry filler, a tray or a paint.")
	}
	if !(w.Loss >= 0 && w.Loss <= 0.6) {
		fault("loss", "Between 0 and 60 %% goes as steam.")
		r.Loss = 0
	}
	switch {
	case w.PH >= 1 && w.PH <= 13:
		r.PH = unit.Known(w.PH)
	case w.PH != 0:
		fault("ph", "A test strip shows a pH between 1 and 13.")
	}
	if len(r.Keeps) > 200 {
		fault("keeps", "How it keeps is longer than 200 letters.")
	}
	*r = r.SaidToKeep(r.Keeps)
}

func (d *Draft) addLineFaults() {
	for _, l := range d.Lines {
		if l.Fault != "" {
			d.Recipe.Unread = append(d.Recipe.Unread, l.Text)
			d.Faults = append(d.Faults, Fault{fmt.Sprintf("lines/%d", l.Number), l.Fault})
		}
	}
	switch {
	case len(d.Lines) == 0:
		d.Faults = append(d.Faults, Fault{"lines", "Write at least one ingredient, such as 250 g flour."})
	case len(d.Recipe.Lines) > 0 && !(d.Recipe.Mixed().Grams() > 0):
		d.Faults = append(d.Faults, Fault{"lines", "At least one ingredient needs an amount."})
	case len(d.Recipe.Lines) > recipe.MaxLines:
		d.Faults = append(d.Faults, Fault{"lines", fmt.Sprintf("A recipe has at most %d ingredients.", recipe.MaxLines)})
		d.Recipe.Lines = d.Recipe.Lines[:recipe.MaxLines]
	}
}

func (rd Reader) readLines(d *Draft, text string) {
	seen := make(map[string]int)
	number := 0
	rd.part = onePart(text)
	if part, disagree, ok := rd.measuredPart(text); disagree != "" {
		d.Faults = append(d.Faults,
			Fault{"lines", fmt.Sprintf("%q does not agree with what a part is on a line before it. Which is meant?",
				words.Cut(disagree))})
	} else if ok {
		rd.measured = &part
	}
	for _, typed := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		number++
		for _, one := range rd.splitLine(typed) {
			if len(d.Lines) == maxRead {
				d.Faults = append(d.Faults,
					Fault{"lines", fmt.Sprintf("Only the first %d ingredients were read; a recipe has at most %d.",
						maxRead, recipe.MaxLines)})
				return
			}
			l := rd.line(one, d.Recipe.Name)
			l.Number = number
			if l.Fault == "" {
				if first, twice := seen[l.Line.Item.ID]; twice && l.Line.AsNeeded() && !l.Line.Strong &&
					more.MatchString(one) {
					l.Note = fmt.Sprintf("More of what stands on line %d, until it feels right.", first)
				} else if twice {
					l.Fault = fmt.Sprintf("Line %d: %s stands on line %d already; put both amounts together.", number,
						l.Line.Item.Name, first)
				} else {
					seen[l.Line.Item.ID] = number
					d.Recipe.Lines = append(d.Recipe.Lines, l.Line)
					if hotWater.MatchString(strings.ToLower(one)) && l.Line.FromTap() {
						d.Recipe.Hot = true
					}
				}
			} else {
				l.Fault = fmt.Sprintf("Line %d: %s", number, l.Fault)
			}
			d.Lines = append(d.Lines, l)
		}
	}
}

var (
	// A comma or semicolon goes on to the next ingredient when an amount, or what stands for
	// one, follows; otherwise it begins a remark ("1 cup flour, sifted").
	nextOne = regexp.MustCompile(`^\s*(\d|[½⅓⅔¼¾⅛⅜⅝⅞⅙⅚]|an?\s|half\s|` + anyNumber +
		`\s|some\s|salt\b|\S+\s.*\b(as needed|to taste|as required)\b)`)
	remark   = regexp.MustCompile(`\s*(?:\(([^()]*)\)|,(.*))$`)
	asNeeded = regexp.MustCompile(`\s*[,(]?\s*\b(as needed|as required|until it (feels|is) right|q\.?s\.?)\)?\s*$`)
	more     = regexp.MustCompile(`(?i)^(?:a little |some )?(?:extra|more|additional)\s`)
	forUse   = regexp.MustCompile(
		`\s*,?\s+(?:for|to)\s+(?:dust|dusting|knead|kneading|roll|rolling|the hands|the board|the table|finish|finishing)\b.*$`)
	toTaste = regexp.MustCompile(`\bto taste\b`)
	vague   = regexp.MustCompile(
		`^(some|a few|a little|a bit of|a handful|handful|a dash|dash|a splash|splash|a drizzle|lots|plenty|enough)\b`)
	vessels = regexp.MustCompile(
		`^(?:an?|half|[\d.,/½⅓⅔¼¾ -]+)\s*(cans?|tins?|packets?|packs?|pkts?|sachets?|boxe?s?|bags?|bottles?|jars?|sticks?|bunch(?:es)?|blocks?|tubs?|tubes?|scoops?|bowls?|mugs?|glass(?:es)?)\b`)
	parts      = regexp.MustCompile(`^[\d./½⅓⅔¼¾ ]+parts?\b`)
	tablespoon = regexp.MustCompile(`^(\s*[\d./½⅓⅔¼¾ ]*[\d½⅓⅔¼¾])\s*T\b`)
	teaspoon   = regexp.MustCompile(`^(\s*[\d./½⅓⅔¼¾ ]*[\d½⅓⅔¼¾])\s*t\b`)
	givenTwice = regexp.MustCompile(`^\(([^()]*)\)\s*(.*)$`)
	hotWater   = regexp.MustCompile(`\b(boiling|hot|kettle)\b`)
)

// splitLine cuts a typed line into its ingredients. A name that holds a comma itself ("starch,
// ready to eat") stays whole.
func (rd Reader) splitLine(typed string) []string {
	typed = recipe.Unbulleted(typed)
	if typed == "" {
		return nil
	}
	ends := []int{}
	depth := 0
	for i, r := range typed {
		switch r {
		case '(':
			depth++
		case ')':
			depth--
		case ',', ';':
			// 0,5 is a number, not two ingredients.
			inNumber := r == ',' && i > 0 && i+1 < len(typed) && isDigit(typed[i-1]) && isDigit(typed[i+1])
			if depth == 0 && !inNumber && nextOne.MatchString(strings.ToLower(typed[i+1:])) {
				ends = append(ends, i)
			}
		}
	}
	ends = append(ends, len(typed))
	var out []string
	for from, next := 0, 0; next < len(ends); next++ {
		for last := min(len(ends), next+4) - 1; last > next; last-- {
			if rd.isWhole(typed[from:ends[last]]) {
				next = last
				break
			}
		}
		if one := strings.TrimSpace(typed[from:ends[next]]); one != "" {
			out = append(out, one)
		}
		from = ends[next] + 1
	}
	return out
}

// isWhole reports whether the text is one ingredient by its full name on the shelf.
func (rd Reader) isWhole(text string) bool {
	name := asNeeded.ReplaceAllString(strings.ToLower(strings.TrimSpace(text)), "")
	if _, rest, ok := unit.Cut(name, rd.System); ok {
		name = rest
	}
	if _, ok := rd.Shelf.Named(name); ok {
		return true
	}
	_, ok := rd.inAnyOrder(text)
	return ok && otherOrder.MatchString(text)
}

func isDigit(b byte) bool { return b >= '0' && b <= '9' }

// Write returns the recipe as somebody would type it. Reading it again gives the same
// ingredients and steps, masses to a thousandth of a gram.
func Write(r recipe.Recipe) Written {
	w := Written{Name: r.Name, Kind: r.Kind, Keeps: r.KeepsTyped(), Loss: r.Loss, Heated: r.Heated, Hot: r.Hot}
	if ph, known := r.PH.Get(); known {
		w.PH = ph
	}
	lines := make([]string, len(r.Lines))
	for i, l := range r.Lines {
		lines[i] = l.String()
	}
	steps := make([]string, len(r.Steps))
	for i, s := range r.Steps {
		steps[i] = s.String()
	}
	w.Lines, w.Steps = strings.Join(lines, "\n"), strings.Join(steps, "\n")
	return w
}
