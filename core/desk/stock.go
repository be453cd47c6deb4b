package desk

import (
	"slices"
	"sync/atomic"

	"emblo/core/money"
	"emblo/core/recipe/larder"
	"emblo/core/recipe/remedy"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// Jar is one jar of a desk.
type Jar struct {
	ID      string
	Version int
	Written written.Jar
	// Unreadable says why what is kept does not read; then it holds nothing that is known.
	Unreadable string
	Label      stock.Label
	Packs      []stock.Pack
	Balance    stock.Balance // in the numbers of its moves; the thing says in what unit
	Last       *written.Moved
}

// ReadJar reads a jar as it is kept, with its moves since it was last counted, in order.
func ReadJar(id string, version, form int, data []byte, moves []written.Moved) Jar {
	j := Jar{ID: id, Version: version, Written: written.Jar{Packs: []written.Pack{}}}
	w, err := written.Stored[written.Jar](form, data)
	if err != nil {
		j.Unreadable = err.Error()
		return j
	}
	var fault *strict.Fault
	if j.Label, j.Packs, fault = w.Read(unit.ByMass); fault != nil {
		j.Unreadable = fault.Sentence
		return j
	}
	j.Written = w
	told, err := ReadMoves(moves, unit.ByMass)
	if err != nil {
		j.Unreadable = err.Error()
		return j
	}
	j.Balance = stock.Fold(unit.ByMass, told)
	if n := len(moves); n > 0 {
		j.Last = &moves[n-1]
	}
	return j
}

// ReadMoves reads moves of a jar of a thing reckoned in a unit, in the order in which they happened.
func ReadMoves(moves []written.Moved, by unit.Kind) ([]stock.Move, error) {
	told := make([]stock.Move, len(moves))
	for i, m := range moves {
		kind, err := stock.ParseKind(m.Kind)
		if err != nil {
			return nil, err
		}
		told[i] = stock.Move{ID: m.ID, At: m.At, Arrived: i + 1, Kind: kind}
		if m.Amount != nil {
			told[i].Amount = unit.Of(*m.Amount, by)
		}
	}
	return told, nil
}

// Stock is the part of a desk that says what is at hand, and what batches needed.
type Stock struct {
	Jars   []Jar
	Here   map[string]bool
	Weighs larder.Stock                 // what has been weighed, or has run out
	Prices larder.Prices                // by the first pack that has one
	Packs  map[string]stock.Pack        // the first size of each thing that has one
	Logs   map[string][]remedy.Addition // by recipe, latest day first
	// batches are those that are not over.
	Batches []Batch

	stocked *atomic.Pointer[stocked]
}

// stocked are the jars of a cupboard in the units of the things of a shelf.
type stocked struct {
	of   *Shelf
	jars []stock.Jar
}

// StockedJars returns the jars that read, each in the unit of its thing; they must not be changed.
func (d *Desk) StockedJars() []stock.Jar {
	if s := d.Stock.stocked.Load(); s != nil && s.of == d.Shelf {
		return s.jars
	}
	all := make([]stock.Jar, 0, len(d.Jars))
	for i := range d.Jars {
		j := &d.Jars[i]
		it, ok := d.Get(j.Written.ItemID)
		if j.Unreadable != "" || !ok {
			continue
		}
		b := j.Balance
		b.Amount = b.Amount.As(stock.Reckoned(&it))
		all = append(all, stock.Jar{ID: j.ID, ItemID: it.ID, Label: j.Label, Balance: b})
	}
	d.Stock.stocked.Store(&stocked{d.Shelf, all})
	return all
}

// Addition is something that was worked into a batch of a recipe.
type Addition struct {
	RecipeID string
	remedy.Addition
}

// NewStock returns the part for the jars and the log of additions. Of a thing in several jars there is
// as much as in all of them, whatever their packets say; where one of them has not been weighed, it is
// not known how much.
func NewStock(jars []Jar, log []Addition) *Stock {
	k := &Stock{Jars: jars, Here: make(map[string]bool, len(jars)), Weighs: larder.Stock{}, Prices: larder.Prices{},
		Packs: make(map[string]stock.Pack), Logs: make(map[string][]remedy.Addition),
		stocked: new(atomic.Pointer[stocked])}
	unweighed := make(map[string]bool)
	for i := range jars {
		j := &jars[i]
		if j.Unreadable != "" {
			continue
		}
		id, b := j.Written.ItemID, j.Balance
		switch {
		case b.Here && !b.Amount.Known():
			unweighed[id] = true
		default:
			k.Weighs[id] = k.Weighs[id].Plus(unit.Grams(b.Amount.Or(0)))
		}
		if b.Here {
			k.Here[id] = true
		}
		for _, p := range j.Packs {
			if _, known := k.Packs[id]; !known {
				k.Packs[id] = p
			}
			if _, known := k.Prices[id]; p.Priced && !known {
				k.Prices[id] = money.Price{Coins: p.Coins, For: unit.Grams(p.Size.Or(0))}
			}
		}
	}
	for id := range unweighed {
		delete(k.Weighs, id)
	}
	for _, a := range log {
		k.Logs[a.RecipeID] = append(k.Logs[a.RecipeID], a.Addition)
	}
	return k
}

// atHand returns the ids of what is in the cupboard, in order.
func (k *Stock) atHand() []string {
	ids := make([]string, 0, len(k.Here))
	for id := range k.Here {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return ids
}
