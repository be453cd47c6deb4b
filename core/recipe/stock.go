package recipe

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"math"
	"slices"
	"strconv"
	"sync"

	"emblo/core/material"
	"emblo/core/unit"
)

// Stock is what has been weighed in the cupboard, by shelf id. What is not in it is not
// known: it limits nothing, and nothing says that there is enough of it.
type Stock map[string]unit.Mass

// freely is true of what every tap gives.
func freely(l Line) bool { return l.Item.ID == "water" }

// Shortage is an ingredient of which there is less than a batch takes.
type Shortage struct {
	Line    Line
	Have    unit.Mass
	Missing unit.Mass
}

// Short returns the ingredients that the stock is known to be short of for the batch, in
// the order of the recipe.
func (s Stock) Short(b Batch) []Shortage {
	var short []Shortage
	for _, a := range b.Amounts {
		have, known := s[a.Line.Item.ID]
		want := a.Exact
		if a.Scooped.Grams() > want.Grams() {
			want = a.Scooped
		}
		if known && !freely(a.Line) && have.Grams() < want.Grams()-0.05 {
			short = append(short, Shortage{a.Line, have, want.Minus(have)})
		}
	}
	return short
}

// NotWeighed returns the ingredients whose stock is not known.
func (s Stock) NotWeighed(r Recipe) []material.Item {
	var unknown []material.Item
	for _, l := range r.Lines {
		if _, known := s[l.Item.ID]; !known && !freely(l) {
			unknown = append(unknown, l.Item)
		}
	}
	return unknown
}

// Limit is the largest batch that a stock makes.
type Limit struct {
	Factor float64   // base batches; 0 when something has run out
	Made   unit.Mass // after the loss
	By     []Line    // the ingredients that run out first
}

// Limit returns the largest batch of the recipe. ok is false when nothing of it has been
// weighed, so that nothing can be said.
func (s Stock) Limit(r Recipe) (limit Limit, ok bool) {
	limit.Factor = math.Inf(1)
	for _, l := range r.Lines {
		have, known := s[l.Item.ID]
		if !known || freely(l) || l.AsNeeded {
			continue
		}
		switch f := math.Max(0, have.Over(l.Mass)); {
		case f < limit.Factor*(1-1e-9):
			limit.Factor, limit.By = f, []Line{l}
		case f <= limit.Factor*(1+1e-9):
			limit.By = append(limit.By, l)
		}
	}
	if math.IsInf(limit.Factor, 1) {
		return Limit{}, false
	}
	limit.Made = r.Made().Times(limit.Factor)
	return limit, true
}

// Largest scales the recipe to the largest batch that the stock makes: no ingredient takes
// more than there is. It fails when nothing has been weighed, or something has run out.
func Largest(r Recipe, s Stock, set unit.MeasureSet) (Batch, error) {
	limit, ok := s.Limit(r)
	switch {
	case !ok:
		return Batch{}, fmt.Errorf("weigh what is in the cupboard first: nothing that goes into %s has been", r.Name)
	case limit.Made.Grams() < 1:
		return Batch{}, fmt.Errorf("there is no %s left", lowerName(limit.By[0].Item.Name))
	case limit.Made.Grams() > MaxBatch.Grams():
		limit.Factor, limit.Made = MaxBatch.Over(r.Made()), MaxBatch
	}
	m := newMeasurer(r, set)
	for i, l := range r.Lines {
		if have, known := s[l.Item.ID]; known && !freely(l) {
			m.limit(i, have)
		}
	}
	factor, t := m.solve(limit.Factor*(1-Allowance), limit.Factor, r.Mixed().Grams()*limit.Factor*(1-Allowance))
	b := m.batch(r, factor)
	b.Need, b.Enough = limit.Made.Times(1-Allowance), !t.short
	return b, nil
}

// Substitute is what is taken in place of an ingredient.
type Substitute struct {
	Item   material.Item
	ByMass float64 // g of it for 1 g of the ingredient
	Note   string
	Basis  string
}

//go:embed instead.csv
var insteadCSV []byte

// substitutes are known by shelf id of the ingredient. The file is checked by the tests, so
// a failure to read it panics.
var substitutes = sync.OnceValue(func() map[string][]Substitute {
	all, err := readSubstitutes(insteadCSV, material.Standard())
	if err != nil {
		panic(err)
	}
	return all
})

func readSubstitutes(data []byte, shelf *material.Shelf) (map[string][]Substitute, error) {
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("substitutes file: %w", err)
	}
	all := make(map[string][]Substitute)
	for _, row := range rows[1:] {
		by, err := strconv.ParseFloat(row[2], 64)
		instead, known := shelf.Get(row[1])
		if _, ok := shelf.Get(row[0]); !ok || !known || err != nil || !(by > 0) || row[4] == "" {
			return nil, fmt.Errorf("substitutes file: %q for %q: an ingredient is not on the shelf, or the amount or the basis is missing", row[1], row[0])
		}
		all[row[0]] = append(all[row[0]], Substitute{instead, by, row[3], row[4]})
	}
	return all, nil
}

// Substitutes returns what may be taken in place of an ingredient, best first.
func Substitutes(id string) []Substitute { return substitutes()[id] }

// Instead returns the recipe with a share of one ingredient, above 0 and at most 1, taken
// as a substitute.
func (r Recipe) Instead(id string, sub Substitute, share float64) Recipe {
	lines := make([]Line, 0, len(r.Lines)+1)
	for _, l := range r.Lines {
		if l.Item.ID != id {
			lines = append(lines, l)
			continue
		}
		if share < 1 {
			kept := l
			kept.Mass = l.Mass.Times(1 - share)
			lines = append(lines, kept)
		}
		lines = append(lines, Line{Item: sub.Item, Mass: l.Mass.Times(share * sub.ByMass), Strong: l.Strong})
	}
	// The substitute may be in the recipe already.
	var merged []Line
	for _, l := range lines {
		if i := slices.IndexFunc(merged, func(m Line) bool { return m.Item.ID == l.Item.ID }); i >= 0 {
			merged[i].Mass = merged[i].Mass.Plus(l.Mass)
		} else {
			merged = append(merged, l)
		}
	}
	r.Lines = merged
	return r
}

// Lift is a substitute that makes a batch larger.
type Lift struct {
	For   Line
	Sub   Substitute
	Share float64 // of the ingredient that is taken as the substitute
	// Recipe is the recipe with it. Take is how much of the substitute the batch needs.
	Recipe Recipe
	Take   unit.Mass
	// Known is false when nobody has weighed the substitute: Made then holds if there is
	// enough of it.
	Known bool
	Made  unit.Mass // the most that can be made with it, at most what was wanted
}

// Lifts returns the substitutes for what limits a batch that is to make the wanted mass:
// those that are known to be there first, then those that make most.
func (s Stock) Lifts(r Recipe, wanted unit.Mass) []Lift {
	limit, ok := s.Limit(r)
	if !ok || limit.Made.Grams() >= wanted.Grams()-0.05 || len(limit.By) != 1 {
		return nil
	}
	line := limit.By[0]
	var lifts []Lift
	for _, sub := range Substitutes(line.Item.ID) {
		have, known := s[sub.Item.ID]
		if known && have.Grams() < 1 {
			continue
		}
		factor := wanted.Over(r.Made())
		for id, m := range s { // others may run out before that
			for _, l := range r.Lines {
				if l.Item.ID == id && id != line.Item.ID && !freely(l) && !l.AsNeeded {
					factor = math.Min(factor, m.Over(l.Mass))
				}
			}
		}
		most := s[line.Item.ID].Grams()
		if known {
			factor = math.Min(factor, (most+have.Grams()/sub.ByMass)/line.Mass.Grams())
		}
		if factor <= limit.Factor*(1+1e-6) {
			continue
		}
		share := 1 - most/(line.Mass.Grams()*factor)
		with := r.Instead(line.Item.ID, sub, share)
		lifts = append(lifts, Lift{For: line, Sub: sub, Share: share, Recipe: with, Known: known,
			Take: line.Mass.Times(factor * share * sub.ByMass), Made: with.Made().Times(factor)})
	}
	slices.SortStableFunc(lifts, func(a, b Lift) int {
		switch {
		case a.Known != b.Known && a.Known:
			return -1
		case a.Known != b.Known:
			return 1
		}
		return int(b.Made.Grams() - a.Made.Grams())
	})
	return lifts
}

func lowerName(s string) string {
	if s == "" {
		return s
	}
	return string(s[0]|0x20) + s[1:]
}
