// Package recipe is what a mix is: its ingredients by mass, its steps, and the facts that safety rules ask about,
// worked out from its ingredients and never typed in. What is done with one has rooms of its own below it.
package recipe

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"
	"sync"

	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/words"
)

// Line is one ingredient of a recipe with how much of it goes into one base batch.
type Line struct {
	Item material.Item
	// Amount is a mass. It is not known of an ingredient that is added until the feel is right, and
	// neither is what depends on it.
	Amount unit.Amount
	// Lower is the lower end of an amount that was given as a range, whose higher end is Amount; not known
	// where it is no range.
	Lower unit.Amount
	// Strong marks salt, acid and colour, whose ratio may be a little further off.
	Strong bool
}

// Mass returns how much of it is weighed in; nothing of what is added until the feel is right.
func (l *Line) Mass() unit.Mass { return unit.Grams(l.Amount.Or(0)) }

// AsNeeded reports whether it is added until the feel is right.
func (l *Line) AsNeeded() bool { return !l.Amount.Known() }

// Least returns the least that may go in.
func (l *Line) Least() unit.Mass {
	return unit.Grams(min(l.Lower.Or(l.Amount.Or(0)), l.Amount.Or(0)))
}

// Recipe is a mix by mass. It is read-only once made.
type Recipe struct {
	ID, Name string
	Also     []string
	Lines    []Line
	Steps    []Step
	// Loss is the share of the mixed mass that goes as steam, 0 up to 1.
	Loss float64
	// Heated is set when the whole mix is brought to 80 C by probe, which clears raw
	// flour. Hot is set when it is made with boiling water only, which does not.
	Heated, Hot bool
	// Kind groups recipes: dough, sand, foam, goop, gel, dry, noodles, ice, tray, paint,
	// bottle, bag.
	Kind string
	// Like is the thing of the shelf that the mix is in the hand; its zero value is a
	// dough. Extra holds what else is true of the mix.
	Like  material.Item
	Extra material.Facts
	// Keeps is how long a recipe of a centre's own keeps, as somebody typed it.
	Keeps string
	keep  keep.Keeping // of the book; Keeping says it for every recipe
	note  say.Text     // what else is to be known of how it keeps, of the book
	said  keep.Keeping // what was understood of the words of one's own
	Basis string
	// PH is what a test strip in the mix has shown; not known unless somebody has tried.
	PH unit.Maybe[float64]
	// Own is a recipe of a centre's own: its ingredients are judged one by one too.
	Own bool
	// Unread are the lines of a draft that could not be read: what they bring may be anything.
	Unread []string
	// Unlisted are things that its steps put in and no line lists, so that nobody has said how much of them.
	Unlisted []material.Item
}

// Say returns the name of the recipe as a message.
func (r Recipe) Say() say.Text { return say.Name(r.ID, r.Name) }

// Note returns what else is to be known of how a recipe of the book keeps; empty for nothing.
func (r Recipe) Note() say.Text { return r.note }

// Within returns the name of the recipe as it stands inside a sentence.
func (r Recipe) Within() say.Text { return say.Within(r.Say()) }

// Mixed returns the mass of one base batch before any loss.
func (r Recipe) Mixed() unit.Mass {
	var sum unit.Mass
	for _, l := range r.Lines {
		sum = sum.Plus(l.Mass())
	}
	return sum
}

// Made returns the mass of one base batch as the children get it.
func (r Recipe) Made() unit.Mass { return r.Mixed().Times(1 - r.Loss) }

// NeedsHeat reports whether some step takes the stove or the oven.
func (r Recipe) NeedsHeat() bool {
	for _, s := range r.Steps {
		if s.Heats() {
			return true
		}
	}
	return r.Heated || r.Hot
}

// Lacking returns the ingredients that are not at hand. Water always is.
func (r Recipe) Lacking(atHand map[string]bool) []material.Item {
	var lacking []material.Item
	for _, l := range r.Lines {
		if !l.FromTap() && !atHand[l.Item.ID] {
			lacking = append(lacking, l.Item)
		}
	}
	return lacking
}

// Feel returns how the mix feels in the hand: as the thing that it is like, else as a dough.
func (r Recipe) Feel() material.Feel {
	if r.Like.ID != "" {
		return r.Like.Feel
	}
	return doughFeel
}

// doughFeel is how a dough feels (common practice).
var doughFeel = func() material.Feel {
	f, err := material.ParseFeel("damp smooth quiet medium tacky mild")
	if err != nil {
		panic(err)
	}
	return f
}()

// Minutes returns hands-on and waiting minutes of the steps.
func Minutes(steps []Step) (hands, waiting int) {
	for _, s := range steps {
		if s.Wait() {
			waiting += s.Minutes
		} else {
			hands += s.Minutes
		}
	}
	return hands, waiting
}

// Solids returns the ingredients of a recipe of a centre's own that stay pieces or grains in
// the mix: they are judged by themselves too. Salt and sugar dissolve; what the mix is like
// is judged as the mix. The recipes of the book say themselves what they are like.
func (r Recipe) Solids() []material.Item {
	if !r.Own {
		return nil
	}
	var solids []material.Item
	for _, l := range r.Lines {
		if l.Item.ID != r.Like.ID && StaysWhole(l.Item) {
			solids = append(solids, l.Item)
		}
	}
	for _, it := range r.Unlisted {
		if StaysWhole(it) {
			solids = append(solids, it)
		}
	}
	return solids
}

// StaysWhole reports whether an ingredient stays what it is in a mix: a piece, a sheet or a
// strand, a grain that does not dissolve as salt and sugar do, what swells in the water of
// the mix, and what carries a hazard of its own.
func StaysWhole(it material.Item) bool {
	m := makeups()[it.ID]
	switch form := it.Facts.Form; {
	case form == material.Grain && m.salt+m.sugar > 0.9:
		return false
	case form == material.Grain, form == material.FormUnknown, form.GaugeJudges():
		return true
	}
	return it.Facts.Traits.Any(Hazards...) && !it.Facts.Traits.Has(material.Hydrated)
}

// Hazards are the traits that a mix does not take away. They are read-only.
var Hazards = []material.Trait{material.Magnet, material.MayHoldMagnet, material.Battery, material.LatexBalloon,
	material.Swells, material.Sharp,
	material.Breakable, material.Film, material.DryIce, material.Ice}

//go:embed book.json
var bookJSON []byte

type bookRow struct {
	ID    string   `json:"id"`
	Name  string   `json:"name"`
	Also  []string `json:"also"`
	Lines []struct {
		Item   string  `json:"item"`
		Grams  float64 `json:"g"`
		Strong bool    `json:"strong"`
	} `json:"lines"`
	Steps []struct {
		ID       string `json:"id"`
		Kind     string `json:"kind"`
		Text     string `json:"text"`
		Minutes  int    `json:"min"`
		Adult    bool   `json:"adult"`
		Children bool   `json:"children"`
		At       Place  `json:"at"`
	} `json:"steps"`
	Kind   string       `json:"kind"`
	Like   string       `json:"like"`
	Traits string       `json:"traits"`
	Loss   float64      `json:"loss"`
	Heated bool         `json:"heated"`
	Hot    bool         `json:"hot"`
	Keep   keep.Keeping `json:"keep"`
	Note   string       `json:"note"`
	Basis  string       `json:"basis"`
}

// Book is a read-only collection of recipes, safe for concurrent use.
type Book struct {
	recipes []Recipe
	byID    map[string]int
}

// Standard returns the recipe book that ships with Emblo, over the standard shelf. The
// file is checked by the tests, so a failure to read it panics.
var Standard = sync.OnceValue(func() *Book {
	b, err := ReadBook(bookJSON, material.Standard())
	if err != nil {
		panic(err)
	}
	return b
})

// ReadBook reads a recipe file against a shelf. It fails on the first recipe that names
// an unknown ingredient, repeats one or an id, has a mass that is not positive, a loss
// outside 0 to 1, no step, no keeping or no basis.
func ReadBook(data []byte, shelf *material.Shelf) (*Book, error) {
	var rows []bookRow
	if err := json.Unmarshal(data, &rows); err != nil {
		return nil, fmt.Errorf("recipe file: %w", err)
	}
	b := &Book{byID: make(map[string]int, len(rows))}
	for _, row := range rows {
		r, err := row.recipe(shelf)
		if err != nil {
			return nil, fmt.Errorf("recipe %q: %w", row.ID, err)
		}
		if _, twice := b.byID[r.ID]; twice {
			return nil, fmt.Errorf("recipe %q is there twice", r.ID)
		}
		b.byID[r.ID] = len(b.recipes)
		b.recipes = append(b.recipes, r)
	}
	return b, nil
}

func (row bookRow) recipe(shelf *material.Shelf) (Recipe, error) {
	r := Recipe{ID: row.ID, Name: row.Name, Also: row.Also, Kind: row.Kind, Loss: row.Loss, Heated: row.Heated,
		Hot: row.Hot, keep: row.Keep, note: say.Text(row.Note), Basis: row.Basis}
	if row.Like != "" {
		var ok bool
		if r.Like, ok = shelf.Get(row.Like); !ok {
			return r, fmt.Errorf("is like %q, which is not on the shelf", row.Like)
		}
	}
	var err error
	if r.Extra, err = (material.Description{Traits: row.Traits}).Facts(nil); err != nil {
		return r, err
	}
	switch {
	case r.ID == "" || r.Name == "" || r.Kind == "" || !r.keep.Known() || r.Basis == "":
		return r, fmt.Errorf("needs an id, a name, a kind, how it keeps and a basis")
	case !(r.Loss >= 0 && r.Loss < 1):
		return r, fmt.Errorf("loses a share from 0 to 1, not %g", r.Loss)
	case len(row.Lines) == 0 || len(row.Steps) == 0:
		return r, fmt.Errorf("needs ingredients and steps")
	}
	if r.Lines, err = row.lines(shelf); err != nil {
		return r, err
	}
	steps, err := row.steps()
	if err != nil {
		return r, err
	}
	done, cooked := r.DoneBy(steps)
	if r.Heated && !cooked {
		return r, fmt.Errorf("is heated through, and no step cooks it")
	}
	return done, nil
}

// lines reads the ingredients, each once.
func (row bookRow) lines(shelf *material.Shelf) ([]Line, error) {
	all := make([]Line, 0, len(row.Lines))
	seen := make(map[string]bool)
	for _, l := range row.Lines {
		item, ok := shelf.Get(l.Item)
		switch {
		case !ok:
			return nil, fmt.Errorf("%q is not on the shelf", l.Item)
		case seen[l.Item]:
			return nil, fmt.Errorf("%q is there twice", l.Item)
		case !(l.Grams > 0):
			return nil, fmt.Errorf("%q needs a mass above 0 g", l.Item)
		}
		seen[l.Item] = true
		all = append(all, Line{Item: item, Amount: unit.OfMass(unit.Grams(l.Grams)), Strong: l.Strong})
	}
	return all, nil
}

// steps reads the steps, each by an id of its own.
func (row bookRow) steps() ([]Step, error) {
	all := make([]Step, 0, len(row.Steps))
	ids := make(map[string]bool)
	for _, s := range row.Steps {
		kind, known := parseStepKind(s.Kind)
		switch {
		case !known:
			return nil, fmt.Errorf("%q is no kind of step", s.Kind)
		case s.ID == "" || ids[s.ID]:
			return nil, fmt.Errorf("the step %q needs an id of its own", s.Text)
		}
		ids[s.ID] = true
		one := Step{ID: s.ID, Kind: kind, Text: say.Text(s.Text), Minutes: s.Minutes, At: s.At}
		switch {
		case s.Adult:
			one.By = Adult
		case s.Children:
			one.By = ChildrenHelp
		}
		all = append(all, one)
	}
	return all, nil
}

// Recipes returns every recipe in file order. The slice must not be changed.
func (b *Book) Recipes() []Recipe { return b.recipes }

// Get returns the recipe with the given id.
func (b *Book) Get(id string) (Recipe, bool) {
	i, ok := b.byID[id]
	if !ok {
		return Recipe{}, false
	}
	return b.recipes[i], true
}

// FromTap reports whether it is what every tap gives.
func (l *Line) FromTap() bool { return l.Item.Facts.Traits.Has(material.TapWater) }

// MaxLines bounds the ingredients of a recipe.
const MaxLines = 40

// String writes the ingredient as a line of a recipe: "250 g plain flour".
func (l Line) String() string {
	if l.AsNeeded() {
		return words.Lower(l.Item.Name) + " as needed"
	}
	grams := strconv.FormatFloat(math.Round(l.Mass().Grams()*1000)/1000, 'f', -1, 64)
	if _, frac, _ := strings.Cut(grams, "."); len(frac) == 3 {
		grams += "0" // 1.001 g may be read as a thousand and one
	}
	return grams + " g " + words.Lower(l.Item.Name)
}
