package desk

import (
	"math"
	"slices"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/stock"
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
	label      stock.Label
	packs      []stock.Pack
	balance    stock.Balance // in the numbers of its moves; the thing says in what unit
	last       *written.Moved
}

// ReadJar reads a jar as it is kept, with its moves since it was last counted, in order.
func ReadJar(id string, version, form int, data []byte, moves []written.Moved) Jar {
	j := Jar{ID: id, Version: version, Written: written.Jar{Packs: []written.Pack{}}}
	w, err := written.Stored[written.Jar](form, data)
	if err != nil {
		j.Unreadable = err.Error()
		return j
	}
	var fault *written.Fault
	if j.label, j.packs, fault = w.Read(stock.Grams); fault != nil {
		j.Unreadable = fault.Sentence
		return j
	}
	j.Written = w
	told, err := ReadMoves(moves, stock.Grams)
	if err != nil {
		j.Unreadable = err.Error()
		return j
	}
	j.balance = stock.Fold(stock.Grams, told)
	if n := len(moves); n > 0 {
		j.last = &moves[n-1]
	}
	return j
}

// ReadMoves reads moves of a jar of a thing reckoned in a unit, in the order in which they happened.
func ReadMoves(moves []written.Moved, u stock.Unit) ([]stock.Move, error) {
	told := make([]stock.Move, len(moves))
	for i, m := range moves {
		kind, err := stock.ParseKind(m.Kind)
		if err != nil {
			return nil, err
		}
		told[i] = stock.Move{ID: m.ID, At: m.At, Arrived: i + 1, Kind: kind, Amount: stock.Of(0, u), Weighed: m.Amount != nil}
		if m.Amount != nil {
			told[i].Amount = stock.Of(*m.Amount, u)
		}
	}
	return told, nil
}

// Stock is the part of a desk that says what is at hand, and what batches needed.
type Stock struct {
	jars   []Jar
	here   map[string]bool
	stock  recipe.Stock                 // what has been weighed, or has run out
	prices recipe.Prices                // by the first pack that has one
	packs  map[string]stock.Pack        // the first size of each thing that has one
	logs   map[string][]recipe.Addition // by recipe, latest day first
	// batches are those that are not over.
	batches []Batch
}

// Addition is something that was worked into a batch of a recipe.
type Addition struct {
	RecipeID string
	recipe.Addition
}

// NewStock returns the part for the jars and the log of additions. Of a thing in several jars there is
// as much as in all of them, whatever their packets say; where one of them has not been weighed, it is
// not known how much.
func NewStock(jars []Jar, log []Addition) *Stock {
	k := &Stock{jars: jars, here: make(map[string]bool, len(jars)), stock: recipe.Stock{}, prices: recipe.Prices{}, packs: make(map[string]stock.Pack), logs: make(map[string][]recipe.Addition)}
	unweighed := make(map[string]bool)
	for i := range jars {
		j := &jars[i]
		if j.Unreadable != "" {
			continue
		}
		id, b := j.Written.ItemID, j.balance
		switch {
		case b.Here && !b.Weighed:
			unweighed[id] = true
		default:
			k.stock[id] = k.stock[id].Plus(b.Amount.Mass())
		}
		if b.Here {
			k.here[id] = true
		}
		for _, p := range j.packs {
			if _, known := k.packs[id]; !known {
				k.packs[id] = p
			}
			if _, known := k.prices[id]; p.Priced && !known {
				k.prices[id] = money.Price{Coins: p.Coins, For: p.Size.Mass()}
			}
		}
	}
	for id := range unweighed {
		delete(k.stock, id)
	}
	for _, a := range log {
		k.logs[a.RecipeID] = append(k.logs[a.RecipeID], a.Addition)
	}
	return k
}

// atHand returns the ids of what is in the cupboard, in order.
func (k *Stock) atHand() []string {
	ids := make([]string, 0, len(k.here))
	for id := range k.here {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return ids
}

// reach says how deep what there is of each filler reaches, where that is known to be less than
// planned, and how many packs more it takes.
func (k *Stock) reach(out *written.FillAnswer, f *plan.FillAnswer) {
	below := unit.Volume{}
	for i := range f.Poured {
		p := &f.Poured[i]
		have, known := k.stock[p.Item.ID]
		if known && !p.Item.Facts.Traits.Has(material.TapWater) && have.Grams() < p.InAll.Grams() {
			if each, ok := p.Item.Density.VolumeOf(have.Times(1 / float64(f.Tubs))); ok && !f.SideBySide {
				mm := math.Floor(f.Tub.DepthOf(below.Plus(each)).Millimetres() - f.Tub.DepthOf(below).Millimetres())
				out.Poured[i].ReachesMM = &mm
			}
			if pack, ok := k.packs[p.Item.ID]; ok {
				missing, size := p.InAll.Minus(have).Grams(), pack.Size.Number()
				packs := math.Ceil(missing / size)
				out.Poured[i].Packs, out.Poured[i].LeftG = int(packs), packs*size-missing
			}
		}
		below = below.Plus(p.Volume)
	}
}

// short says what the bases of a plan need more of, all places together, than the cupboard is known
// to hold.
func (k *Stock) short(a plan.Answer, pen written.Pen) []written.Shortage {
	type need struct {
		of *material.Item
		g  unit.Mass
	}
	var needs []need
	add := func(it *material.Item, m unit.Mass) {
		at := slices.IndexFunc(needs, func(n need) bool { return n.of.ID == it.ID })
		if at < 0 {
			needs = append(needs, need{it, m})
			return
		}
		needs[at].g = needs[at].g.Plus(m)
	}
	for i := range a.Places {
		forBase(&a.Places[i], add)
	}
	var short []written.Shortage
	for _, n := range needs {
		have, known := k.stock[n.of.ID]
		if known && !n.of.Facts.Traits.Has(material.TapWater) && have.Grams() < n.g.Grams()-recipe.ShortBy {
			short = append(short, written.Shortage{Name: pen.Name(n.of.ID, n.of.Name), MissingG: n.g.Minus(have).Grams()})
		}
	}
	return short
}

// cost adds up what a plan takes at the prices that are known; nil while none is.
func (d *Desk) cost(p written.Plan, r *reckoned) *written.Cost {
	out := &written.Cost{Unpriced: []string{}}
	var all, back money.Total
	priced := false
	for _, u := range d.takes(p, r) {
		price := d.prices[u.id] // of what is counted, for as many grams as the pack has pieces
		if !price.Known() {
			if name := d.Pen.Name(u.id, u.name); !slices.Contains(out.Unpriced, name) {
				out.Unpriced = append(out.Unpriced, name)
			}
			continue
		}
		of := unit.Grams(u.amount.Number())
		all, priced = all.Plus(of, price), true
		if u.back {
			back = back.Plus(of, price)
		}
	}
	if !priced {
		return nil
	}
	out.Coins, out.EachCoins, out.BackCoins = int(all.Coins()), int(all.Share(max(1, len(r.group.Room().Children)))), int(back.Coins())
	return out
}
