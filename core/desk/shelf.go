package desk

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"

	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/phrase"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/typed"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/written"
)

// How many things and recipes of its own a centre keeps.
const (
	MaxThings  = 2000
	MaxRecipes = 500
)

// Thing is one thing of a centre's own.
type Thing struct {
	ID         string
	Version    int
	Written    written.Thing
	Unreadable string // why what is kept does not read
}

// Recipe is one recipe of a centre's own as it reads over today's shelf.
type Recipe struct {
	recipe.Recipe
	Fault     string // why it cannot be used any more; empty when it can
	toConfirm say.Text
}

// Shelf is the part of a desk that says what there is: the shelf that ships with Emblo with
// the centre's own things before it, and the book with the centre's own recipes.
type Shelf struct {
	*material.Shelf
	OwnThings  []Thing
	OwnRecipes []Recipe
	Usable     []recipe.Recipe // own ones that can be used, then the book
	subjects   map[string]*safety.Subject
	byRecipe   map[string]int // own ones by id
	Names      *naming.Namer
	Memo       plan.Memo
}

// Row is something of the centre's own as it is kept.
type Row struct {
	ID            string
	Version, Form int
	Name          string
	Data          []byte
}

// standardSubjects are the things of the shelf that ships with Emblo, with the gauge asked.
var standardSubjects = sync.OnceValue(func() map[string]*safety.Subject {
	items := material.Standard().Items()
	all := make(map[string]*safety.Subject, len(items))
	for _, it := range items {
		s := safety.Prepare(it.Name, it.Facts)
		all[it.ID] = &s
	}
	return all
})

// NewShelf reads a centre's own things and recipes as they are kept.
func NewShelf(things, recipes []Row) *Shelf {
	s := &Shelf{subjects: make(map[string]*safety.Subject, len(things)), byRecipe: make(map[string]int, len(recipes))}
	own := make([]material.Item, 0, len(things))
	for _, row := range things {
		t, it := readThing(row)
		s.OwnThings = append(s.OwnThings, t)
		subject := safety.Prepare(it.Name, it.Facts)
		s.subjects[it.ID] = &subject
		own = append(own, it)
	}
	s.Shelf = material.Standard().With(own)
	s.Names = naming.New(s.Shelf, nil)
	for _, row := range recipes {
		r := s.readRecipe(row)
		s.byRecipe[r.ID] = len(s.OwnRecipes)
		s.OwnRecipes = append(s.OwnRecipes, r)
		if r.Fault == "" {
			s.Usable = append(s.Usable, r.Recipe)
		}
	}
	s.Names = naming.New(s.Shelf, s.Usable)
	if s.Usable = append(s.Usable, recipe.Standard().Recipes()...); len(s.Usable) == len(recipe.Standard().Recipes()) {
		s.Usable = recipe.Standard().Recipes()
	}
	return s
}

// readThing reads a thing; of one that does not read nothing is known but its name, so it
// is Measure first wherever it is met.
func readThing(row Row) (Thing, material.Item) {
	t := Thing{ID: row.ID, Version: row.Version}
	w, err := written.Stored[written.Thing](row.Form, row.Data)
	var it material.Item
	if err == nil {
		var fault *strict.Fault
		if it, fault = w.Item(row.ID, material.Standard().Named); fault != nil {
			err = fault
		}
	}
	if err != nil {
		t.Unreadable, t.Written = err.Error(), written.Thing{Name: row.Name}
		return t, material.Item{ID: row.ID, Name: row.Name, Own: true, Parts: []material.Part{material.Find},
			Basis: "what is stored does not read: " + err.Error()}
	}
	t.Written = w
	return t, besideTheShelf(it)
}

// besideTheShelf keeps a thing of the centre's own from hiding what the shelf that ships with
// Emblo says of its name: both count.
func besideTheShelf(it material.Item) material.Item {
	known, ok := material.Standard().Named(it.Name)
	if ok {
		it.Facts = it.Facts.Beside(known.Facts)
		it.Basis += "; what the shelf says of " + known.Name + " counts too"
	} else {
		it.Facts = naming.AsCalled(it.Name, it.Facts)
	}
	return it
}

// Described returns what is known of a thing that is described by hand, with what the shelf
// says of its name.
func (s *Shelf) Described(name string, f material.Facts) material.Facts {
	known, ok := s.Names.Ingredient(name)
	switch {
	case ok && f == material.Facts{}: // its name is all that is said of it
		return known.Facts
	case ok:
		return f.Beside(known.Facts)
	}
	return naming.AsCalled(name, f)
}

// Done returns what a name says was done to a thing, and whether it was cut to a length.
func (s *Shelf) Done(name string) (done []phrase.State, cut bool) {
	m := s.Names.Resolve(name, "")
	_, cut = m.Said.Length.Get()
	return m.Said.States, cut
}

// Kinds returns what a name may mean, where that is several things; nil where it is one or none.
func (s *Shelf) Kinds(name string) *plan.Kinds {
	m := s.Names.Resolve(name, "")
	asks, always := m.Asks()
	if !asks {
		return nil
	}
	kinds := &plan.Kinds{Which: m.Which, Always: always, All: make([]plan.Kind, len(m.Members))}
	for i, x := range m.Members {
		kinds.All[i] = plan.Kind{Name: x.Name(), Mix: x.Mix}
		if x.Mix == nil {
			kinds.All[i].Facts = x.Item.Facts
		}
	}
	return kinds
}

func (s *Shelf) readRecipe(row Row) Recipe {
	w, err := written.Stored[written.Recipe](row.Form, row.Data)
	if err != nil {
		r := Recipe{Recipe: recipe.Recipe{ID: row.ID, Name: row.Name, Own: true, Keeps: "not known"}}
		r.Fault = fmt.Sprintf("%s does not read: %s", row.Name, err)
		return r
	}
	d := s.ReadDraft(w, nil)
	r := Recipe{Recipe: d.Recipe, toConfirm: ToConfirm(w.Confirmed, w.Keeps, d.Recipe.Nature().Keeps)}
	r.ID = row.ID
	if !d.OK() {
		r.Fault = fmt.Sprintf("%s cannot be used as it stands. %s", d.Recipe.Name, d.Faults[0].Sentence)
	}
	return r
}

// draft reads a recipe as it is typed; names are those of other recipes of the centre's
// own, in small letters, which are no ingredients.
func (s *Shelf) ReadDraft(w written.Recipe, names map[string]bool) typed.Draft {
	system, fault := w.System()
	rd := typed.Reader{Shelf: s.Shelf, System: system, Mix: func(name string) bool {
		return names[strings.ToLower(name)] || BookHas(name)
	}, Several: s.Names.Several}
	d := rd.Read(w.Typed())
	if fault != nil {
		d.Faults = append(d.Faults, typed.Fault{Field: "measures", Sentence: fault.Sentence})
	}
	return d
}

// toConfirm says how the keeping of something of a centre's own is understood, where it was typed and nobody has saved
// it since that is shown.
func ToConfirm(confirmed bool, typed string, understood say.Text) say.Text {
	if confirmed || strings.TrimSpace(typed) == "" {
		return ""
	}
	return say.F("To confirm: “{typed}” is read as {keeps}. Check it under Change and save.",
		say.Typed(typed), understood)
}

// ToConfirm says how the keeping of a recipe of the centre's own is understood, where nobody has looked at that yet.
func (s *Shelf) ToConfirm(id string) say.Text {
	if at, own := s.byRecipe[id]; own {
		return s.OwnRecipes[at].toConfirm
	}
	return ""
}

func BookHas(name string) bool {
	return slices.ContainsFunc(recipe.Standard().Recipes(), func(r recipe.Recipe) bool {
		return strings.EqualFold(r.Name, name)
	})
}

// ownNames returns the names of the centre's own recipes but for one, in small letters.
func (s *Shelf) OwnNames(but string) map[string]bool {
	names := make(map[string]bool, len(s.OwnRecipes))
	for _, r := range s.OwnRecipes {
		if r.ID != but {
			names[strings.ToLower(r.Name)] = true
		}
	}
	return names
}

// Subject returns a thing of the shelf with the gauge asked already.
func (s *Shelf) Subject(it material.Item) *safety.Subject {
	if subject, ok := s.subjects[it.ID]; ok && subject.Is(&it.Facts) {
		return subject
	}
	if subject, ok := standardSubjects()[it.ID]; ok && subject.Is(&it.Facts) {
		return subject
	}
	fresh := safety.Prepare(it.Name, it.Facts)
	return &fresh
}

// Recipe finds a recipe of the book or of the centre's own that can be used. An error is a
// sentence.
func (s *Shelf) Recipe(id string) (recipe.Recipe, error) {
	if r, ok := recipe.Standard().Get(id); ok {
		return r, nil
	}
	i, ok := s.byRecipe[id]
	switch {
	case !ok:
		return recipe.Recipe{}, errors.New("Choose a recipe from the book: this one is not there any more.")
	case s.OwnRecipes[i].Fault != "":
		return s.OwnRecipes[i].Recipe, errors.New(s.OwnRecipes[i].Fault)
	}
	return s.OwnRecipes[i].Recipe, nil
}

// Things returns how many things of its own the centre has.
func (s *Shelf) Things() int { return len(s.OwnThings) }

// HasThing reports whether the id is that of a thing of the centre's own.
func (s *Shelf) HasThing(id string) bool {
	_, own := s.subjects[id]
	return own
}

// HasRecipe reports whether the id is that of a recipe, whether or not it can be used.
func (s *Shelf) HasRecipe(id string) bool {
	_, book := recipe.Standard().Get(id)
	_, own := s.byRecipe[id]
	return book || own
}
