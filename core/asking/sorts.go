package asking

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"
	"sync"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/say"
)

//go:embed sorts.csv
var sortsCSV []byte

// Sort is what a thing nobody has described is nearest to. It says what such a thing always has
// and what it could have; all else it cannot have.
type Sort struct {
	ID       string
	Name     say.Text // "A solid thing"
	Examples say.Text // "a toy, a lid, a peg"
	forms    []material.Form
	eaten    string // yes, no or ask
	contents bool   // whether what is in it is asked
	has      material.Features
	could    material.Features
	holds    allergen.Set // what it could hold, where its contents are not asked
	kinds    []string     // where things like it stand on the shelf
}

// Else is the sort of what is of no other, and of what nobody knows: it could have everything.
const Else = "else"

// Sorts returns every sort, in the order they are offered.
func Sorts() []Sort { return slices.Clone(sorts()) }

// NearestFirst returns the sorts with those first that things of the given kinds of the shelf are of,
// the nearest kind first.
func NearestFirst(kinds []string) []Sort {
	rank := func(s Sort) int {
		for i, k := range kinds {
			if slices.Contains(s.kinds, k) {
				return i
			}
		}
		return len(kinds)
	}
	all := Sorts()
	slices.SortStableFunc(all, func(a, b Sort) int { return rank(a) - rank(b) })
	return all
}

func sortByID(id string) (*Sort, bool) {
	at := slices.IndexFunc(sorts(), func(s Sort) bool { return s.ID == id })
	if at < 0 {
		return nil, false
	}
	return &sorts()[at], true
}

// sorts reads the file, which the tests check. A failure is a fault of the build and panics.
var sorts = sync.OnceValue(func() []Sort {
	all, err := readSorts(sortsCSV)
	if err != nil {
		panic(err)
	}
	return all
})

func readSorts(data []byte) ([]Sort, error) {
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("sorts: %w", err)
	}
	var all []Sort
	for _, row := range rows[1:] {
		s := Sort{ID: row[0], Name: say.Text(row[1]), Examples: say.Text(row[2]), eaten: row[4],
			contents: row[5] == "yes", kinds: strings.Split(row[8], ";")}
		for _, word := range strings.Split(row[3], ";") {
			form, err := material.ParseForm(word)
			if err != nil {
				return nil, fmt.Errorf("sort %s: %w", s.ID, err)
			}
			s.forms = append(s.forms, form)
		}
		if s.has, err = material.ParseFeatures(row[6]); err != nil {
			return nil, fmt.Errorf("sort %s: %w", s.ID, err)
		}
		if err := s.readCould(row[7]); err != nil {
			return nil, fmt.Errorf("sort %s: %w", s.ID, err)
		}
		all = append(all, s)
	}
	return all, nil
}

func (s *Sort) readCould(text string) error {
	if text == "*" {
		s.could = everything()
		return nil
	}
	for _, word := range strings.Split(text, ";") {
		if set, err := allergen.ParseContents(word); err == nil {
			s.holds = s.holds.Union(set)
			continue
		}
		one, err := material.ParseFeatures(word)
		if err != nil {
			return err
		}
		s.could = s.could.Union(one)
	}
	return nil
}

// notAsked are features that another question settles, or that no answer is needed for.
var notAsked = material.Features{Traits: material.TraitsOf(material.Food, material.NotFood, material.Magnet,
	material.Enclosed, material.Hydrated,
	material.TapWater, material.StoredGrain, material.CutStands, material.Single, material.HoldsTogether,
	material.Gelatine, material.MeatOrFish)}

func everything() material.Features { return material.AllFeatures().Minus(notAsked) }
