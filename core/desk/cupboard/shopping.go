package cupboard

import (
	"fmt"
	"slices"
	"strings"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/words"
	"emblo/core/written"
)

// States of a line of the shopping list, and of a plan of the days to come.
const (
	LineOpen   = "open"
	InBasket   = "basket"
	NoneToHave = "none"

	allHere = "all-here"
	look    = "look"
	buying  = "buying"
	cannot  = "cannot"
	unready = "not-ready"
)

// Ticked is a line that somebody ticked off, as it is kept.
type Ticked struct {
	ID, ItemID, Label, By string
	written.Tick
}

// Shopping writes what coming plans are short of, earliest need first, with what is ticked off of it,
// and each plan with what it waits for. What the shop has none of changes both: a plan that waits for
// it cannot be made as it stands and comes first, what stands in is named, and what only such plans
// take is not bought: its lines come last, those that others take too are for these alone.
func (d Cupboard) Shopping(plans []desk.Coming, ticks []Ticked, now clock.Wall) written.Shopping {
	missing := bench.On(d.Desk).Missing(plans, now)
	needs, notReady := d.needs(plans)
	jars := d.StockedJars()
	rows := stock.Needed(jars, needs)
	stuck := stuckPlans(plans, rows, ticks)
	still := stock.Needed(jars, slices.DeleteFunc(slices.Clone(needs), func(n stock.Need) bool {
		return slices.Contains(stuck, n.For)
	}))
	l := list{plans: plans, still: still, Shopping: written.Shopping{Lines: []written.BuyLine{},
		Plans: []written.ShopPlan{}, Unweighed: []string{}, Unnoted: []string{}, Unpriced: []string{}}}
	for i := range rows {
		d.list(&l, &rows[i], tickOf(ticks, &rows[i]))
	}
	out := l.Shopping
	if l.priced {
		c, least := int(l.cheap), int(l.least)
		out.Coins, out.LeastCoins = &c, &least
	}
	for _, p := range plans {
		waits := d.waiting(p, out.Lines, l.short)
		if slices.Contains(notReady, p.ID) {
			waits.State = unready
		}
		waits.Missing = missing[p.ID]
		toLookFor := slices.ContainsFunc(waits.Missing, func(m written.Missing) bool { return m.Need > 0 })
		if waits.State == allHere && toLookFor {
			waits.State = look
		}
		out.Plans = append(out.Plans, waits)
	}
	slices.SortStableFunc(out.Lines, func(a, b written.BuyLine) int { return idleLast(a.Idle) - idleLast(b.Idle) })
	order := map[string]int{cannot: 0, unready: 1, buying: 2, look: 3, allHere: 4}
	slices.SortStableFunc(out.Plans, func(a, b written.ShopPlan) int { return order[a.State] - order[b.State] })
	return out
}

// list is what is to be bought while it is written.
type list struct {
	written.Shopping
	plans        []desk.Coming
	still        []stock.Short  // without the plans that cannot be made as they stand
	short        []*stock.Short // of each line
	cheap, least money.Coins
	priced       bool
}

// list writes what plans are short of a thing, with what was ticked off of it, if anything was.
func (d Cupboard) list(l *list, r *stock.Short, tick *Ticked) {
	it, ok := d.Get(r.ItemID)
	if !ok {
		return
	}
	name := d.Pen.Name(it.ID, it.Name)
	if !r.Missing.Known() {
		l.Unweighed = append(l.Unweighed, name)
	}
	if askedAbout(r) {
		l.Unnoted = append(l.Unnoted, name)
		return
	}
	if !(r.Missing.Or(0) > 0) {
		return
	}
	of, idle := r, false
	if tick == nil || tick.State != NoneToHave {
		of, idle = l.withoutStuck(r)
	}
	line := written.BuyLine{Idle: idle, ItemID: it.ID, Free: of.Label.Words(), HeatTreated: of.Label.HeatTreated,
		Name: name, Says: d.Pen.Text(of.Label.Say()),
		Aisle: d.Pen.Text(say.Copied(it.Kind)), Unit: stock.Reckoned(&it).String(),
		Missing: of.Missing.Or(0), By: of.By.String(), For: namesOf(l.plans, of.For), State: LineOpen}
	if tick != nil {
		line.State, line.TickID, line.TickedBy, line.Ticked = tick.State, tick.ID, tick.By, tick.Packs
	}
	if line.State == NoneToHave {
		line.Instead = d.instead(&it, of, l.plans)
	}
	l.price(&line, of.Missing, d.packsOf(&it, of.Label))
	l.Lines, l.short = append(l.Lines, line), append(l.short, r)
}

// withoutStuck returns what is short of a thing without the plans that cannot be made as they stand; idle where nothing
// is.
func (l *list) withoutStuck(r *stock.Short) (of *stock.Short, idle bool) {
	at := slices.IndexFunc(l.still, func(s stock.Short) bool { return s.ItemID == r.ItemID && s.Label == r.Label })
	if at < 0 || !(l.still[at].Missing.Or(0) > 0) {
		return r, true
	}
	return &l.still[at], false
}

// price says in which packs a line is bought, and adds up what those cost.
func (l *list) price(line *written.BuyLine, missing unit.Amount, packs []stock.Pack) {
	fewest, known := stock.LeastLeft(missing, packs)
	best, hasPrice := stock.Cheapest(missing, packs)
	bought := !line.Idle && line.State != NoneToHave
	if !hasPrice {
		if known {
			line.Cheapest = writeBasket(fewest)
		}
		if bought {
			l.Unpriced = append(l.Unpriced, line.Name)
		}
		return
	}
	line.Cheapest = writeBasket(best)
	thrifty := best
	if fewest.Left.Or(0) < best.Left.Or(0) && fewest.Priced {
		line.Least = writeBasket(fewest)
		thrifty = fewest
	}
	if bought {
		l.cheap, l.least, l.priced = l.cheap+best.Coins, l.least+thrifty.Coins, true
	}
}

// LabelKey is how what a packet says is kept beside a thing, as the database writes it of a jar.
func LabelKey(l stock.Label) string {
	key := ""
	if l.Free != 0 {
		key = `["` + strings.Join(l.Words(), `", "`) + `"]`
	}
	if l.HeatTreated {
		key += "true"
	}
	return key
}

func tickOf(ticks []Ticked, r *stock.Short) *Ticked {
	for i := range ticks {
		if ticks[i].ItemID == r.ItemID && ticks[i].Label == LabelKey(r.Label) {
			return &ticks[i]
		}
	}
	return nil
}

func writeBasket(b stock.Basket) *written.Basket {
	out := &written.Basket{Packs: []written.BuyPack{}, Left: b.Left.Or(0)}
	for _, buy := range b.Buys {
		p := written.BuyPack{Amount: buy.Pack.Size.Or(0), Count: buy.Count}
		if buy.Pack.Priced {
			coins := int(buy.Pack.Coins)
			p.Coins = &coins
		}
		out.Packs = append(out.Packs, p)
	}
	if b.Priced {
		coins := int(b.Coins)
		out.Coins = &coins
	}
	return out
}

func idleLast(idle bool) int {
	if idle {
		return 1
	}
	return 0
}

// shortFor reports whether a plan goes short of what a row is of: not, where that is short only after it.
func shortFor(p *desk.Coming, r *stock.Short) bool {
	return slices.Contains(r.For, p.ID) && r.By.Compare(p.Opens()) <= 0
}

// stuckPlans returns the ids of the plans that take what the shop has none of.
func stuckPlans(plans []desk.Coming, rows []stock.Short, ticks []Ticked) (ids []string) {
	for i := range plans {
		for j := range rows {
			t := tickOf(ticks, &rows[j])
			if t != nil && t.State == NoneToHave && rows[j].Missing.Or(0) > 0 && shortFor(&plans[i], &rows[j]) {
				ids = append(ids, plans[i].ID)
				break
			}
		}
	}
	return ids
}

// waiting says what a plan waits for, of the lines that are short for it.
func (d Cupboard) waiting(p desk.Coming, lines []written.BuyLine, short []*stock.Short) written.ShopPlan {
	out := written.ShopPlan{SetupID: p.ID, Name: p.Name, Room: d.RoomName(p.RoomID), PlayAt: p.PlayAt, State: allHere,
		Waits: []string{}}
	for i, l := range lines {
		if !shortFor(&p, short[i]) {
			continue
		}
		out.Waits = append(out.Waits, l.Name)
		switch {
		case l.State == NoneToHave:
			out.State = cannot
		case out.State == allHere:
			out.State = buying
		}
	}
	return out
}

// maxInstead is how many things that stand in are named.
const maxInstead = 3

// instead returns what in the cupboard stands in for a thing that is not to be had, in the first of
// the plans that goes short of it: an ingredient for one in a mix, a thing that does the same for one
// that is poured or found. Each goes in for that plan's children.
func (d Cupboard) instead(it *material.Item, r *stock.Short, plans []desk.Coming) []string {
	for _, p := range plans {
		if !slices.Contains(r.For, p.ID) {
			continue
		}
		now, err := bench.On(d.Desk).Reckon(p.Plan)
		if err != nil {
			return nil
		}
		for i := range now.Setup.Places {
			mix, isMix := now.Setup.Places[i].Base.(plan.Mix)
			if isMix && slices.ContainsFunc(mix.Recipe.Lines, func(l recipe.Line) bool { return l.Item.ID == it.ID }) {
				return d.substitutes(it.ID, mix, now.Group)
			}
		}
		swaps := safety.NewSwaps(now.Group, d.Shelf.Shelf, d.Subject, d.Here)
		var names []string
		for _, s := range swaps.StandIns(*it, nil, safety.Open, maxInstead) {
			names = append(names, d.Pen.Name(s.Item.ID, s.Item.Name))
		}
		return names
	}
	return nil
}

// substitutes returns what is here and may be taken for an ingredient without making the mix worse for
// a group than it was.
func (d Cupboard) substitutes(id string, mix plan.Mix, g *safety.Group) []string {
	before := plan.WorstLine(plan.JudgeMix(mix.Recipe, mix.Portion, mix.Use, g)).Assessment.Verdict
	var names []string
	for _, sub := range larder.Substitutes(id) {
		with := larder.Instead(mix.Recipe, id, sub, 1)
		if d.Here[sub.Item.ID] && plan.WorstLine(plan.JudgeMix(with, mix.Portion, mix.Use,
			g)).Assessment.Verdict <= before && len(names) < maxInstead {
			names = append(names, d.Pen.Name(sub.Item.ID, sub.Item.Name))
		}
	}
	return names
}

// CheckTick reads what a line of the shopping list is about, and reports why it cannot be ticked so.
func (d Cupboard) CheckTick(in written.TickInput) (stock.Label, error) {
	it, ok := d.Get(in.ItemID)
	if !ok {
		return stock.Label{}, strict.Bad("/item_id", "There is nothing on the shelf by the id %q.",
			words.Cut(in.ItemID))
	}
	l, fault := in.ReadLabel()
	switch {
	case fault != nil:
		return l, fault
	case in.State != LineOpen && in.State != InBasket && in.State != NoneToHave:
		return l, strict.Bad("/state", "A line is open, in the basket, or the shop has none of it.")
	case in.State != InBasket && len(in.Packs) > 0:
		return l, strict.Bad("/packs", "Packs of %s are in the basket or not.", it.Name)
	}
	for i, p := range in.Packs {
		if _, _, fault := (written.Jar{ItemID: it.ID, Packs: []written.Pack{{Amount: p.Amount, Coins: p.Coins}}}).Read(
			stock.Reckoned(&it)); fault != nil || p.Count < 1 || p.Count > MaxPacksOf {
			return l, strict.Bad(fmt.Sprintf("/packs/%d", i),
				"Between 1 and %d packs of 1 to %d whole grams or pieces.", MaxPacksOf, stock.MaxPack)
		}
	}
	return l, nil
}

// maxPacksOf is how many packs of one size are bought at once.
const MaxPacksOf = 1000

// Received returns the jar that would have to be made for what is in the basket, and how much of it
// came in: nil where nobody said in what packs. ok is false for what is not in the basket.
func (d Cupboard) Received(item string, t written.Tick) (jar written.Jar, amount *float64, ok bool) {
	if t.State != InBasket {
		return jar, nil, false
	}
	jar = written.Jar{ItemID: item, Free: t.Free, HeatTreated: t.HeatTreated, Packs: []written.Pack{}}
	sum := 0.0
	for _, p := range t.Packs {
		sum += p.Amount * float64(p.Count)
		jar.Packs = append(jar.Packs, written.Pack{Amount: p.Amount, Coins: p.Coins})
	}
	if len(t.Packs) > 0 {
		amount = &sum
	}
	return jar, amount, true
}
