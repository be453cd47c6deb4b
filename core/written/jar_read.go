package written

import (
	"fmt"
	"strings"

	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/words"
)

// mostOf is the most that a jar is said to hold, in grams or pieces.
const mostOf = 1_000_000.0

// Read reads a jar as it is kept.
func (j Jar) Read(u unit.Kind) (stock.Label, []stock.Pack, *strict.Fault) {
	l, f := readLabel(j.Free, j.HeatTreated)
	if f != nil {
		return l, nil, f
	}
	if f := checkDay("/best_before", j.BestBefore); f != nil {
		return l, nil, f
	}
	if f := checkDay("/opened", j.Opened); f != nil {
		return l, nil, f
	}
	packs := make([]stock.Pack, len(j.Packs))
	for i, p := range j.Packs {
		if !(p.Amount >= 1 && p.Amount <= stock.MaxPack) || p.Amount != float64(int64(p.Amount)) || p.Coins != nil &&
			*p.Coins < 0 {
			return l, nil, strict.Bad(fmt.Sprintf("/packs/%d", i),
				"A pack holds 1 to %d whole grams or pieces, and costs nothing or more.", stock.MaxPack)
		}
		packs[i] = stock.Pack{Size: unit.Of(p.Amount, u)}
		if p.Coins != nil {
			packs[i].Coins, packs[i].Priced = money.Coins(*p.Coins), true
		}
	}
	return l, packs, nil
}

func readLabel(free []string, heatTreated bool) (stock.Label, *strict.Fault) {
	l, err := stock.NewLabel(free, heatTreated)
	if err != nil {
		return l, strict.Bad("/free", "What the packet is free of: %s.", err)
	}
	return l, nil
}

// ReadLabel reads what a packet has to say.
func (in TickInput) ReadLabel() (stock.Label, *strict.Fault) {
	return readLabel(in.Free, in.HeatTreated)
}

func checkDay(pointer, day string) *strict.Fault {
	if day == "" {
		return nil
	}
	if _, err := age.ParseDate(day); err != nil {
		return strict.Bad(pointer, "%q is not a day such as 2026-11-29.", words.Cut(day))
	}
	return nil
}

// Jar reads a jar as it is typed, of a thing: packs in any measure, prices in the centre's currency.
func (in JarInput) Jar(it *material.Item, currency string) (Jar, *strict.Fault) {
	u := stock.Reckoned(it)
	label, f := readLabel(in.Free, in.HeatTreated)
	if f != nil {
		return Jar{}, f
	}
	j := WriteLabel(it.ID, label)
	j.Place, j.BestBefore, j.Opened = strings.TrimSpace(in.Place), strings.TrimSpace(in.BestBefore),
		strings.TrimSpace(in.Opened)
	for i, p := range in.Packs {
		at := fmt.Sprintf("/packs/%d", i)
		q, f := ReadQuantity(at+"/amount", p.Amount, it)
		if f != nil {
			return j, f
		}
		pack := Pack{Amount: float64(int64(q.Or(0) + 0.5))}
		if pack.Amount < 1 || pack.Amount > stock.MaxPack {
			return j, strict.Bad(at+"/amount", "A pack holds 1 to %d whole %s.", stock.MaxPack,
				map[unit.Kind]string{unit.ByMass: "grams", unit.ByCount: "pieces"}[u])
		}
		if strings.TrimSpace(p.Price) != "" {
			coins, err := money.Parse(p.Price, money.Digits(currency))
			if err != nil {
				return j, strict.Bad(at+"/price", "The price: %s.", err)
			}
			n := int(coins)
			pack.Coins = &n
		}
		for _, other := range j.Packs {
			if other.Amount == pack.Amount {
				return j, strict.Bad(at+"/amount", "Two packs are of the same size.")
			}
		}
		j.Packs = append(j.Packs, pack)
	}
	if _, _, f = j.Read(u); f != nil {
		return j, f
	}
	return j, nil
}

// WriteLabel writes a jar of a thing with what its packet says and nothing else known of it.
func WriteLabel(itemID string, l stock.Label) Jar {
	j := Jar{ItemID: itemID, HeatTreated: l.HeatTreated, Packs: []Pack{}}
	if l.Free != 0 {
		j.Free = l.Words()
	}
	return j
}

// ReadQuantity reads how much of a thing somebody typed: pieces as a whole number, what is weighed in
// any measure, or as a number of grams.
func ReadQuantity(pointer, text string, it *material.Item) (unit.Amount, *strict.Fault) {
	u := stock.Reckoned(it)
	typed := strings.TrimSpace(text)
	n, err := unit.ParseNumber(typed)
	switch {
	case err == nil && u == unit.ByCount && n != float64(int64(n)):
		return unit.Amount{}, strict.Bad(pointer, "%s is counted in whole pieces, not %q.", it.Name, words.Cut(typed))
	case err == nil && n >= 0 && n <= mostOf:
		return unit.Of(n, u), nil
	case err == nil:
		return unit.Amount{}, strict.Bad(pointer, "The cupboard holds between 0 and 1,000,000 %s of one thing.", u)
	case u == unit.ByCount:
		return unit.Amount{}, strict.Bad(pointer, "%s is counted: type a number of pieces, not %q.", it.Name,
			words.Cut(typed))
	}
	q, err := unit.Parse(typed, unit.Metric)
	if err != nil {
		return unit.Amount{}, strict.Bad(pointer, "Type how much, such as 500 g: %s.", err)
	}
	m, ok := q.MassAt(it.Density)
	if !ok {
		return unit.Amount{}, strict.Bad(pointer, "What a cup of %s weighs is not known: type it in grams.", it.Name)
	}
	if m.Grams() > mostOf {
		return unit.Amount{}, strict.Bad(pointer, "The cupboard holds between 0 g and 1000 kg of one thing.")
	}
	return unit.Of(m.Grams(), u), nil
}

// Read reads what happened to a jar of a thing that is bought in packs, but for its id and when it
// was.
func (in MoveInput) Read(it *material.Item, packs []stock.Pack) (m stock.Move, f *strict.Fault) {
	u := stock.Reckoned(it)
	kind, err := stock.ParseKind(in.Kind)
	if err != nil {
		return m, strict.Bad("/kind", "%s.", err)
	}
	m.Kind = kind
	switch {
	case in.Packs != nil && strings.TrimSpace(in.Amount) != "":
		return m, strict.Bad("/amount", "Say how much in words or in packs, not both.")
	case in.Packs != nil && len(packs) == 0:
		return m, strict.Bad("/packs", "The pack size of %s is not known.", it.Name)
	case in.Packs != nil && !(*in.Packs >= 0 && *in.Packs <= 1000):
		return m, strict.Bad("/packs", "Between none and 1,000 packs.")
	case in.Packs != nil:
		n := *in.Packs * packs[0].Size.Or(0)
		if u == unit.ByCount {
			n = float64(int64(n + 0.5))
		}
		m.Amount = unit.Of(n, u)
	case strings.TrimSpace(in.Amount) != "":
		if m.Amount, f = ReadQuantity("/amount", in.Amount, it); f != nil {
			return m, f
		}
	case kind == stock.Used || kind == stock.ThrownAway:
		return m, strict.Bad("/amount", "Say how much it was.")
	}
	return m, nil
}
