package kitchen

import (
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/recipe/scale"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/written"
)

// Make scales a recipe for a room and says what the mix is and what is short.
func (d Kitchen) Make(in written.RecipeOrder, today age.Date) (written.RecipeMaking, error) {
	r, g, err := d.Group(in.RoomID, "/room_id", today)
	if err != nil {
		return written.RecipeMaking{}, err
	}
	m, order, err := d.carryOut(in, r, g)
	if err != nil {
		return written.RecipeMaking{}, err
	}
	if len(m.Short) > 0 {
		m.Ways = append(m.Ways, m.Others(d.Usable, order, g, 2)...)
	}
	return d.writeMaking(m, order, r.Measures, g), nil
}

// Made returns the batch that Make makes.
func (d Kitchen) Made(in written.RecipeOrder, today age.Date) (scale.Batch, error) {
	r, g, err := d.Group(in.RoomID, "/room_id", today)
	if err != nil {
		return scale.Batch{}, err
	}
	m, _, err := d.carryOut(in, r, g)
	return m.Batch, err
}

func (d Kitchen) carryOut(in written.RecipeOrder, r *desk.Room, g *safety.Group) (plan.Making, plan.Order, error) {
	rec, err := d.Recipe(in.RecipeID)
	if err != nil {
		return plan.Making{}, plan.Order{}, strict.Bad("/recipe_id", "%s", err)
	}
	order, fault := d.readOrder(in, rec, g)
	if fault != nil {
		return plan.Making{}, order, fault
	}
	order.Stock, order.Prices, order.Log = d.Weighs, d.Prices, d.Logs[rec.ID]
	order.Memo = &d.Memo
	m, err := plan.Make(order, g, r.Measures)
	if err != nil {
		return m, order, desk.FaultOf(err)
	}
	return m, order, nil
}

// readOrder reads what is asked for, but for the stock.
func (d Kitchen) readOrder(in written.RecipeOrder, rec recipe.Recipe, g *safety.Group) (o plan.Order,
	fault *strict.Fault) {
	o = plan.Order{Recipe: rec, Colours: 1, Spare: in.SparePercent / 100, Pot: unit.Millilitres(in.PotML),
		Learned: in.Learned}
	if in.Colours != nil {
		o.Colours = *in.Colours
	}
	if o.Use, fault = written.ReadUse("/use", in.Use); fault != nil {
		return o, fault
	}
	switch in.By {
	case "children":
		o.Need, fault = readChildren(in, g)
	case "shapes":
		var shapes recipe.Shapes
		for _, s := range in.Shapes {
			shapes = append(shapes, recipe.Shape{Mould: recipe.Mould(s.Mould), Lengths: s.LengthsMM, Count: s.Count})
		}
		o.Need = shapes
	case "vessel":
		o.Need, fault = d.readFilled(in)
	case "cupboard":
	default:
		fault = strict.Bad("/by", "Say what the amount goes by: children, shapes, a container or the cupboard.")
	}
	return o, fault
}

func readChildren(in written.RecipeOrder, g *safety.Group) (recipe.Need, *strict.Fault) {
	n := len(g.Room().Children)
	if in.Children != nil {
		n = *in.Children
	}
	if n < 1 || n > recipe.MaxChildren {
		return nil, strict.Bad("/children", "There must be 1 to %d children to scale for, not %d.",
			recipe.MaxChildren, n)
	}
	c := recipe.Children{Months: plan.Months(g, n)}
	if p := in.PortionG; p != nil {
		if !(*p >= recipe.MinPortion && *p <= recipe.MaxPortion) {
			return nil, strict.Bad("/portion_g", "A portion must be between %g and %g g.", recipe.MinPortion,
				recipe.MaxPortion)
		}
		c.Portion = unit.OfMass(unit.Grams(*p))
	}
	return c, nil
}

func (d Kitchen) readFilled(in written.RecipeOrder) (recipe.Need, *strict.Fault) {
	if in.VesselID == "" {
		return recipe.Filled{Volume: unit.Millilitres(in.VolumeML)}, nil
	}
	tub, ok := d.Settings.Vessel(in.VesselID)
	if !ok {
		return nil, strict.Bad("/vessel_id", "Choose a container from the list.")
	}
	depth := unit.Millimetres(in.DepthMM)
	if err := tub.CheckDepth(depth, vessel.Open); err != nil {
		return nil, strict.Bad("/depth_mm", "%s%s.", strings.ToUpper(err.Error()[:1]), err.Error()[1:])
	}
	return recipe.Filled{Volume: tub.VolumeTo(depth)}, nil
}

func (d Kitchen) writeMaking(m plan.Making, o plan.Order, set unit.MeasureSet, g *safety.Group) written.RecipeMaking {
	b, r := m.Batch, m.Recipe
	out := written.RecipeMaking{Name: d.Pen.Name(r.ID, r.Name), Kind: r.Kind, Children: m.Children,
		Judged: pen.Usual(m.Verdict, plan.Usual(m.Lines)), Routine: d.Pen.Some(g.Routine().Say()),
		Lines: make([]written.Line, len(m.Lines)),
		NeedG: b.Need.Grams(), MadeG: b.Made.Grams(), MixedG: b.Mixed.Grams(), EachG: m.Each.Grams(),
		Movements: b.Movements, Within: b.Within(),
		Nature: d.Pen.Nature(m.Nature, m.TasteShare, m.NotTasteSafe), Keeps: d.Pen.Text(m.Nature.Keeps),
		NeedsCold: m.Nature.Class.NeedsCold(), Hand: d.Pen.Text(recipe.KindOf(r.Kind).Hand),
		Colours: m.Colours, ColourG: m.Colour.Grams(), PotsFull: m.Pots.Full, Ways: []written.Way{},
		NotWeighed: d.names(m.NotWeighed), Unpriced: d.names(m.Unpriced),
		Steps: d.Pen.Steps(r.Steps), Remedies: []written.Remedy{}, Learned: []written.Learned{},
		UsingLearned: o.Learned, Drops: []written.ColourDrops{},
		RawFlour: m.Lines[0].Facts.Traits.Has(material.RawFlour), Heat: r.NeedsHeat(), CostCoins: int(m.Coins),
		ToConfirm: d.Pen.Text(d.ToConfirm(r.ID))}
	for i := range m.Lines {
		out.Lines[i] = d.Line(&m.Lines[i])
	}
	out.MinutesHands, out.MinutesWaiting = recipe.Minutes(r.Steps)
	if m.ExtraHelps {
		out.ExtraMeasure = m.Extra.Label()
	}
	if m.Pots.Count > 0 {
		out.Pots, out.PotEachG = m.Pots.Count, m.Pots.Each.Grams()
	}
	if m.LimitKnown {
		made := m.Limit.Made.Grams()
		out.LimitG, out.LimitBy = &made, d.Pen.Name(m.Limit.By[0].Item.ID, m.Limit.By[0].Item.Name)
	}
	cards := b.CountingCards(set)
	out.Amounts = make([]written.MakingAmount, 0, len(b.Amounts))
	for i, a := range b.Amounts {
		out.Amounts = append(out.Amounts, d.writeAmount(a, b, m.Short, cards[i]))
	}
	for _, c := range scale.Colours {
		out.Drops = append(out.Drops, written.ColourDrops{Sort: d.Pen.Text(c.Words),
			Amount: d.Pen.Text(c.For(m.Colour).Say())})
	}
	for _, w := range m.Ways {
		v := pen.Verdict(w.Verdict)
		out.Ways = append(out.Ways, written.Way{Kind: w.Kind, Sentence: d.Pen.Text(w.Sentence), MadeG: w.Made.Grams(),
			Verdict: v.Verdict, Mark: v.Mark, Ready: v.Ready, RecipeID: w.RecipeID, ItemID: w.ItemID})
	}
	for _, rem := range m.Remedies {
		w := written.Remedy{Symptom: string(rem.Symptom), Feels: d.Pen.Text(rem.Feels), Cause: d.Pen.Text(rem.Cause),
			Do: d.Pen.Text(rem.Do), Doses: []written.Dose{}}
		for _, dose := range rem.Doses {
			w.Doses = append(w.Doses, written.Dose{ItemID: dose.Item.ID, Name: d.Pen.Name(dose.Item.ID, dose.Item.Name),
				Grams: dose.Mass.Grams(), Share: dose.Share, Scoops: d.Pen.Scoops(dose.Scoops)})
		}
		out.Remedies = append(out.Remedies, w)
	}
	for _, l := range m.Learned {
		out.Learned = append(out.Learned, written.Learned{ItemID: l.Line.Item.ID, Name: d.Pen.Name(l.Line.Item.ID,
			l.Line.Item.Name), Share: l.Share, Grams: b.Made.Times(l.Share).Grams(), Batches: l.Batches})
	}
	return out
}

func (d Kitchen) writeAmount(a scale.Measured, b scale.Batch, short []larder.Shortage,
	card scale.Card) written.MakingAmount {
	out := written.MakingAmount{Amount: d.Pen.Amount(a), Share: a.Line.Mass().Over(b.Recipe.Mixed()),
		ScoopedG: a.Scooped.Grams(), AsNeeded: a.Line.AsNeeded(),
		FromTap: a.Line.Item.Facts.Traits.Has(material.TapWater)}
	_, chosen := d.Get(a.Line.Item.ID)
	out.Choice = !chosen
	if have, known := d.Weighs[a.Line.Item.ID]; known {
		g := have.Grams()
		out.HaveG = &g
	}
	if price, known := d.Prices[a.Line.Item.ID]; known {
		g, coins := price.For.Grams(), int(price.Coins)
		out.PackG, out.PriceCoins = &g, &coins
	}
	if i := slices.IndexFunc(short, func(s larder.Shortage) bool { return s.Line.Item.ID == a.Line.Item.ID }); i >= 0 {
		missing := short[i].Missing.Grams()
		out.MissingG = &missing
	}
	if card.Count > 0 {
		out.Card, out.CardOff = &written.Scoop{Label: d.Pen.Text(say.Copied(card.Measure.Label())), Count: card.Count,
			VolumeML: card.Measure.Volume().Millilitres()}, &card.Off
	}
	return out
}

func (d Kitchen) names(items []material.Item) []string {
	out := make([]string, len(items))
	for i, it := range items {
		out[i] = d.Pen.Name(it.ID, it.Name)
	}
	return out
}
