// Package larder says what the cupboard allows of a mix: what is short, what stands in for it, how much can be made,
// and what it costs.
package larder

import (
	"bytes"
	"cmp"
	_ "embed"
	"encoding/csv"
	"fmt"
	"math"
	"slices"
	"strconv"
	"sync"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/words"
)

// Stock is what has been weighed in the cupboard, by shelf id. What is not in it is not
// known: it limits nothing, and nothing says that there is enough of it.
type Stock map[string]unit.Mass

// Shortage is an ingredient of which there is less than a batch takes.
type Shortage struct {
	Line    recipe.Line
	Have    unit.Mass
	Missing unit.Mass
}

// ShortBy is how many grams may be missing before anything is short: less than a scale shows.
const ShortBy = 0.05

// Short returns the ingredients that the stock is known to be short of for the batch, in
// the order of the recipe.
func (s Stock) Short(b scale.Batch) []Shortage {
	var short []Shortage
	for _, a := range b.Amounts {
		have, known := s[a.Line.Item.ID]
		want := a.Needed()
		if known && !a.Line.FromTap() && have.Grams() < want.Grams()-ShortBy {
			short = append(short, Shortage{a.Line, have, want.Minus(have)})
		}
	}
	return short
}

// NotWeighed returns the ingredients whose stock is not known.
func (s Stock) NotWeighed(r recipe.Recipe) []material.Item {
	var unknown []material.Item
	for _, l := range r.Lines {
		if _, known := s[l.Item.ID]; !known && !l.FromTap() {
			unknown = append(unknown, l.Item)
		}
	}
	return unknown
}

// Limit is the largest batch that a stock makes.
type Limit struct {
	Factor float64       // base batches; 0 when something has run out
	Made   unit.Mass     // after the loss
	By     []recipe.Line // the ingredients that run out first
}

// Limit returns the largest batch of the recipe. ok is false when nothing of it has been
// weighed, so that nothing can be said.
func (s Stock) Limit(r recipe.Recipe) (limit Limit, ok bool) {
	limit.Factor = math.Inf(1)
	for _, l := range r.Lines {
		have, known := s[l.Item.ID]
		if !known || l.FromTap() || l.AsNeeded() {
			continue
		}
		switch f := math.Max(0, have.Over(l.Mass())); {
		case scale.Surely(f, limit.Factor):
			limit.Factor, limit.By = f, []recipe.Line{l}
		case !scale.Surely(limit.Factor, f):
			limit.By = append(limit.By, l)
		}
	}
	if math.IsInf(limit.Factor, 1) {
		return Limit{}, false
	}
	limit.Made = r.Made().Times(limit.Factor)
	return limit, true
}

// leftOver is the share of the largest batch that may be left in the cupboard for the scoops
// to come out even.
const leftOver = 0.05

// Largest scales the recipe to the largest batch that the stock makes: no ingredient takes
// more than there is. It fails when nothing has been weighed, or something has run out.
func Largest(r recipe.Recipe, s Stock, set unit.MeasureSet) (scale.Batch, error) {
	limit, ok := s.Limit(r)
	switch {
	case !ok:
		return scale.Batch{}, fmt.Errorf("weigh what is in the cupboard first: nothing that goes into %s has been", r.Name)
	case limit.Made.Grams() < 1:
		return scale.Batch{}, fmt.Errorf("there is no %s left", words.Lower(limit.By[0].Item.Name))
	case limit.Made.Grams() > scale.MaxBatch.Grams():
		limit.Factor, limit.Made = scale.MaxBatch.Over(r.Made()), scale.MaxBatch
	}
	return scale.UpTo(r, limit.Factor, leftOver, func(l *recipe.Line) (unit.Mass, bool) {
		have, known := s[l.Item.ID]
		return have, known && !l.FromTap()
	}, set), nil
}

// Substitute is what is taken in place of an ingredient.
type Substitute struct {
	Item   material.Item
	ByMass float64 // g of it for 1 g of the ingredient
	Note   say.Text
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
			return nil, fmt.Errorf(
				"substitutes file: %q for %q: an ingredient is not on the shelf, or the amount or the basis is missing",
				row[1], row[0])
		}
		all[row[0]] = append(all[row[0]], Substitute{instead, by, say.Text(row[3]), row[4]})
	}
	return all, nil
}

// Substitutes returns what may be taken in place of an ingredient, best first.
func Substitutes(id string) []Substitute { return substitutes()[id] }

// Instead returns the recipe with a share of one ingredient, above 0 and at most 1, taken
// as a substitute.
func Instead(r recipe.Recipe, id string, sub Substitute, share float64) recipe.Recipe {
	lines := make([]recipe.Line, 0, len(r.Lines)+1)
	// What is taken of a range is a range still, so that the least of it goes on being judged.
	put := func(l *recipe.Line, of *recipe.Line, share float64) {
		added := *l
		added.Amount, added.Lower = of.Amount.Times(share), of.Lower.Times(share)
		for i := range lines { // the substitute may be in the recipe already
			// What is weighed in and what goes in until it feels right stay two lines.
			if there := &lines[i]; there.Item.ID == l.Item.ID && there.AsNeeded() == added.AsNeeded() {
				there.Lower = unit.OfMass(there.Least().Plus(added.Least()))
				there.Amount = there.Amount.Plus(added.Amount)
				return
			}
		}
		lines = append(lines, added)
	}
	for i := range r.Lines {
		l := &r.Lines[i]
		if l.Item.ID != id {
			put(l, l, 1)
			continue
		}
		if share < 1 {
			put(l, l, 1-share)
		}
		put(&recipe.Line{Item: sub.Item, Strong: l.Strong}, l, share*sub.ByMass)
	}
	r.Lines = lines
	return r
}

// Replacement is a substitute for what is missing of an ingredient in a batch.
type Replacement struct {
	Sub   Substitute
	Take  unit.Mass // of the substitute, for the whole batch
	Share float64   // of the ingredient that is replaced
	Known bool      // the substitute has been weighed, and there is enough
}

// Replacements returns what may be taken for what is missing of an ingredient, what is known
// to be there first; Recipe.Instead makes the recipe with it. A substitute of which there is
// known to be too little is left out.
func (s Stock) Replacements(short Shortage) []Replacement {
	var all []Replacement
	share := math.Min(1, short.Missing.Over(short.Have.Plus(short.Missing)))
	subs := Substitutes(short.Line.Item.ID)
	for _, weighed := range [2]bool{true, false} {
		for i := range subs {
			take := short.Missing.Times(subs[i].ByMass)
			if have, known := s[subs[i].Item.ID]; known == weighed && (!known || have.Grams() >= take.Grams()) {
				all = append(all, Replacement{subs[i], take, share, known})
			}
		}
	}
	return all
}

// Lift is a substitute that makes the largest batch of a stock larger.
type Lift struct {
	For  recipe.Line
	Sub  Substitute
	Take unit.Mass // of the substitute
	// Recipe is the recipe with it, and Made what it makes until something else runs out.
	Recipe recipe.Recipe
	Made   unit.Mass
}

// Lifts returns substitutes that have been weighed for the ingredient that limits a stock,
// those that make most first. There is none when several run out at once, or when nothing
// else has been weighed that would run out next.
func (s Stock) Lifts(r recipe.Recipe) []Lift {
	limit, ok := s.Limit(r)
	if !ok || len(limit.By) != 1 {
		return nil
	}
	line := limit.By[0]
	next := Stock{}
	for id, m := range s {
		if id != line.Item.ID {
			next[id] = m
		}
	}
	others, ok := next.Limit(r)
	if !ok {
		return nil
	}
	var lifts []Lift
	for _, sub := range Substitutes(line.Item.ID) {
		have := s[sub.Item.ID]
		least := s[line.Item.ID]
		factor := math.Min(others.Factor, (least.Grams()+have.Grams()/sub.ByMass)/line.Mass().Grams())
		inRecipe := slices.ContainsFunc(r.Lines, func(l recipe.Line) bool { return l.Item.ID == sub.Item.ID })
		if inRecipe || !scale.Surely(limit.Factor, factor) {
			continue
		}
		missing := line.Mass().Times(factor).Minus(least)
		with := Instead(r, line.Item.ID, sub, missing.Over(line.Mass().Times(factor)))
		lifts = append(lifts, Lift{line, sub, missing.Times(sub.ByMass), with, with.Made().Times(factor)})
	}
	slices.SortStableFunc(lifts, func(a, b Lift) int { return cmp.Compare(b.Made.Grams(), a.Made.Grams()) })
	return lifts
}
