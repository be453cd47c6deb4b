package httpapi

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"

	"emblo/core/checklist"
	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// MakeRecipe scales a recipe for a room and says what the mix is and what is short.
func (s *Server) MakeRecipe(ctx context.Context, r contract.MakeRecipeRequestObject) (contract.MakeRecipeResponseObject, error) {
	in := r.Body
	id, err := parseRoomID(in.RoomId)
	if err != nil {
		return nil, err
	}
	row, err := s.room(ctx, id)
	if err != nil {
		return nil, err
	}
	session := sessionOf(ctx)
	g, err := groupOn(row, session, s.today(session))
	if err != nil {
		return nil, err
	}
	shelf, err := s.shelfFor(ctx, &in.RecipeId)
	if err != nil {
		return nil, err
	}
	rec, err := s.recipeOf(in.RecipeId, shelf)
	if err != nil {
		return nil, badField("recipe_id", "%s", err)
	}
	order, err := orderOf(in, rec, &g)
	if err != nil {
		return nil, err
	}
	amounts, err := s.stock(ctx, rec, &order)
	if err != nil {
		return nil, err
	}
	set, err := drawerOf(row)
	if err != nil {
		return nil, err
	}
	m, err := plan.Make(order, &g, set)
	if err != nil {
		return nil, err
	}
	if len(m.Short) > 0 {
		all, err := s.shelfOf(ctx)
		if err != nil {
			return nil, err
		}
		m.Ways = append(m.Ways, m.Others(s.recipes(all), order.Use, &g, 2)...)
	}
	return contract.MakeRecipe200JSONResponse(makingBody(m, order, amounts, set)), nil
}

// orderOf reads what is asked for, but for the stock.
func orderOf(in *contract.RecipeOrder, rec recipe.Recipe, g *safety.Group) (plan.Order, error) {
	o := plan.Order{Recipe: rec, Colours: 1, Use: safety.Open, Spare: value(in.SparePercent) / 100, Pot: unit.Millilitres(value(in.PotMl)), Learned: value(in.Learned)}
	if in.Colours != nil {
		o.Colours = *in.Colours
	}
	if in.Use != nil {
		var err error
		if o.Use, err = safety.ParseUse(string(*in.Use)); err != nil {
			return o, badField("use", "Choose how the children meet it.")
		}
	}
	switch in.By {
	case contract.RecipeOrderByChildren:
		n := len(g.Room().Children)
		if in.Children != nil {
			n = *in.Children
		}
		if n < 1 || n > recipe.MaxChildren {
			return o, badField("children", "There must be 1 to %d children to scale for, not %d.", recipe.MaxChildren, n)
		}
		c := recipe.Children{Months: plan.Months(g, n)}
		if p := in.PortionG; p != nil {
			if !(*p >= recipe.MinPortion && *p <= recipe.MaxPortion) {
				return o, badField("portion_g", "A portion must be between %g and %g g.", recipe.MinPortion, recipe.MaxPortion)
			}
			c.Portion = unit.Grams(*p)
		}
		o.Need = c
	case contract.RecipeOrderByShapes:
		var shapes recipe.Shapes
		for _, sh := range value(in.Shapes) {
			shapes = append(shapes, recipe.Shape{Mould: recipe.Mould(sh.Mould), Lengths: sh.LengthsMm, Count: sh.Count})
		}
		o.Need = shapes
	case contract.RecipeOrderByVessel:
		v := unit.Millilitres(value(in.VolumeMl))
		if in.VesselId != nil {
			tub, ok := vessel.Get(*in.VesselId)
			if !ok {
				return o, badField("vessel_id", "Choose a tub or a tray.")
			}
			depth := unit.Millimetres(value(in.DepthMm))
			if err := tub.CheckDepth(depth); err != nil {
				return o, badField("depth_mm", "%s%s.", strings.ToUpper(err.Error()[:1]), err.Error()[1:])
			}
			v = tub.VolumeTo(depth)
		}
		o.Need = recipe.Filled{Volume: v}
	case contract.RecipeOrderByCupboard:
	default:
		return o, badField("by", "Say what the amount goes by: children, shapes, a vessel or the cupboard.")
	}
	return o, nil
}

// stock puts what is noted of the cupboard into the order, with what earlier batches needed.
func (s *Server) stock(ctx context.Context, rec recipe.Recipe, o *plan.Order) (map[string]store.CupboardRow, error) {
	noted, err := s.noted(ctx)
	if err != nil {
		return nil, err
	}
	o.Stock, o.Prices = stockOf(noted), recipe.Prices{}
	for id, row := range noted {
		if row.PackG != nil && row.PriceCoins != nil {
			o.Prices[id] = money.Price{Coins: money.Coins(*row.PriceCoins), For: unit.Grams(*row.PackG)}
		}
	}
	log, err := s.additions(ctx, rec.ID)
	for _, a := range log {
		o.Log = append(o.Log, recipe.Addition{Batch: a.Day, Item: a.ItemID, Share: a.Share, Symptom: recipe.Symptom(a.Symptom)})
	}
	return noted, err
}

// stockOf returns what has been weighed, or has run out.
func stockOf(noted map[string]store.CupboardRow) recipe.Stock {
	stock := recipe.Stock{}
	for id, row := range noted {
		switch {
		case !row.Here:
			stock[id] = unit.Mass{}
		case row.Grams != nil:
			stock[id] = unit.Grams(*row.Grams)
		}
	}
	return stock
}

// shortages says what a plan's base needs more of than the cupboard is known to hold.
func (s *Server) shortages(ctx context.Context, a plan.Answer) (*[]contract.Shortage, error) {
	noted, err := s.noted(ctx)
	if err != nil {
		return nil, err
	}
	stock := stockOf(noted)
	var short []contract.Shortage
	switch {
	case a.Mix != nil:
		for _, line := range stock.Short(a.Mix.Batch) {
			short = append(short, contract.Shortage{Name: line.Line.Item.Name, MissingG: line.Missing.Grams()})
		}
	case a.Fill != nil && !a.Fill.Item.Facts.Traits.Has(material.TapWater):
		if have, known := stock[a.Fill.Item.ID]; known && have.Grams() < a.Fill.InAll.Grams() {
			short = append(short, contract.Shortage{Name: a.Fill.Item.Name, MissingG: a.Fill.InAll.Minus(have).Grams()})
		}
	}
	if short == nil {
		return nil, nil
	}
	return &short, nil
}

func makingBody(m plan.Making, o plan.Order, noted map[string]store.CupboardRow, set unit.MeasureSet) contract.RecipeMaking {
	b, r := m.Batch, m.Recipe
	hands, waiting := recipe.Minutes(r.Steps)
	body := contract.RecipeMaking{Name: r.Name, Kind: r.Kind, Children: m.Children, Verdict: contract.Verdict(m.Verdict.String()), Lines: lineBodies(m.Lines),
		NeedG: b.Need.Grams(), MadeG: b.Made.Grams(), MixedG: b.Mixed.Grams(), EachG: m.Each.Grams(), Movements: b.Movements, Within: b.Within(),
		Nature: natureBody(m.Nature, m.TasteShare, m.NotTasteSafe), Keeps: m.Nature.Keeps, NeedsCold: m.Nature.Class.NeedsCold(), Hand: recipe.KindOf(r.Kind).Hand,
		Colours: o.Colours, ColourG: m.Colour.Grams(), PotsFull: m.Pots.Full, Ways: []contract.Way{}, NotWeighed: itemNames(m.NotWeighed), Unpriced: itemNames(m.Unpriced),
		Steps: stepBodies(r.Steps), MinutesHands: hands, MinutesWaiting: waiting, Remedies: []contract.Remedy{}, Learned: []contract.Learned{}, UsingLearned: o.Learned,
		RawFlour: m.Lines[0].Facts.Traits.Has(material.RawFlour), Heat: r.NeedsHeat(), Csv: string(amountsCSV(b))}
	if m.ExtraHelps {
		label := m.Extra.Label()
		body.ExtraMeasure = &label
	}
	if m.Pots.Count > 0 {
		each := m.Pots.Each.Grams()
		body.Pots, body.PotEachG = &m.Pots.Count, &each
	}
	if m.LimitKnown {
		made, by := m.Limit.Made.Grams(), m.Limit.By[0].Item.Name
		body.LimitG, body.LimitBy = &made, &by
	}
	if m.Coins > 0 {
		c := float64(m.Coins)
		body.CostCoins = &c
	}
	cards := b.CountingCards(set)
	for i, a := range b.Amounts {
		body.Amounts = append(body.Amounts, makingAmount(a, b, noted, m.Short, cards[i]))
	}
	for _, c := range recipe.Colours {
		d := c.For(m.Colour)
		body.Drops = append(body.Drops, contract.ColourDrops{Sort: c.Words, Amount: d.String()})
	}
	for _, w := range m.Ways {
		body.Ways = append(body.Ways, wayBody(w))
	}
	for _, rem := range m.Remedies {
		body.Remedies = append(body.Remedies, remedyBody(rem))
	}
	for _, l := range m.Learned {
		body.Learned = append(body.Learned, contract.Learned{ItemId: l.Line.Item.ID, Name: l.Line.Item.Name, Share: l.Share, Grams: b.Made.Times(l.Share).Grams(), Batches: l.Batches})
	}
	return body
}

func makingAmount(a recipe.Amount, b recipe.Batch, noted map[string]store.CupboardRow, short []recipe.Shortage, card recipe.Card) contract.MakingAmount {
	basic := amountBody(a)
	body := contract.MakingAmount{ItemId: basic.ItemId, Name: basic.Name, ExactG: basic.ExactG, Scoops: basic.Scoops, Off: basic.Off, Within: basic.Within,
		Share: a.Line.Mass.Over(b.Recipe.Mixed()), ScoopedG: a.Scooped.Grams(), AsNeeded: a.Line.AsNeeded, FromTap: a.Line.Item.Facts.Traits.Has(material.TapWater)}
	if row, ok := noted[a.Line.Item.ID]; ok {
		body.HaveG, body.PackG, body.PriceCoins = row.Grams, row.PackG, row.PriceCoins
		if !row.Here {
			body.HaveG = new(float64)
		}
	}
	if i := slices.IndexFunc(short, func(s recipe.Shortage) bool { return s.Line.Item.ID == a.Line.Item.ID }); i >= 0 {
		missing := short[i].Missing.Grams()
		body.MissingG = &missing
	}
	if card.Count > 0 {
		body.Card, body.CardOff = &contract.Scoop{Label: card.Measure.Label(), Count: card.Count, VolumeMl: card.Measure.Volume().Millilitres()}, &card.Off
	}
	return body
}

func wayBody(w plan.Way) contract.Way {
	body := contract.Way{Kind: contract.WayKind(w.Kind), Sentence: w.Sentence, MadeG: w.Made.Grams()}
	if w.Verdict.Valid() {
		v := contract.Verdict(w.Verdict.String())
		body.Verdict = &v
	}
	if w.RecipeID != "" {
		body.RecipeId = &w.RecipeID
	}
	if w.ItemID != "" {
		body.ItemId = &w.ItemID
	}
	return body
}

func remedyBody(rem recipe.Remedy) contract.Remedy {
	body := contract.Remedy{Symptom: string(rem.Symptom), Feels: rem.Feels, Cause: rem.Cause, Do: rem.Do, Doses: []contract.Dose{}}
	for _, d := range rem.Doses {
		body.Doses = append(body.Doses, contract.Dose{ItemId: d.Item.ID, Name: d.Item.Name, Grams: d.Mass.Grams(), Share: d.Share, Scoops: scoopBodies(d.Scoops)})
	}
	return body
}

func scoopBodies(scoops []recipe.Scoop) []contract.Scoop {
	bodies := make([]contract.Scoop, len(scoops))
	for i, s := range scoops {
		bodies[i] = contract.Scoop{Label: s.Measure.Label(), Count: s.Count, VolumeMl: s.Measure.Volume().Millilitres()}
	}
	return bodies
}

func itemNames(items []material.Item) []string {
	names := make([]string, len(items))
	for i, it := range items {
		names[i] = it.Name
	}
	return names
}

// amountsCSV writes the amounts of a batch as RFC 4180, with no cell that a spreadsheet
// would take for a formula.
func amountsCSV(b recipe.Batch) []byte {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	w.UseCRLF = true
	_ = w.Write([]string{"ingredient", "exact_g", "scoops", "scooped_g", "off_percent"})
	for _, a := range b.Amounts {
		var scoops []string
		for _, s := range a.Scoops {
			scoops = append(scoops, fmt.Sprintf("%d x %s", s.Count, s.Measure.Label()))
		}
		row := []string{a.Line.Item.Name, fmt.Sprintf("%.1f", a.Exact.Grams()), strings.Join(scoops, " + "), fmt.Sprintf("%.1f", a.Scooped.Grams()), fmt.Sprintf("%.1f", a.Off*100)}
		switch {
		case a.Line.AsNeeded:
			row = []string{a.Line.Item.Name, "", "as needed", "", ""}
		case !a.Within || len(a.Scoops) == 0:
			row[2], row[4] = "weigh it", "0.0"
		}
		for i := range row {
			row[i] = checklist.Inert(row[i])
		}
		_ = w.Write(row) // a buffer takes everything
	}
	w.Flush()
	return out.Bytes()
}
