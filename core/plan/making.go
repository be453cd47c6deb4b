package plan

import (
	"slices"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/recipe/remedy"
	"emblo/core/recipe/scale"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Order says what of a recipe is to be made, and with what.
type Order struct {
	Recipe recipe.Recipe
	// Need is how much is wanted; nil makes the most that the stock allows.
	Need    recipe.Need
	Spare   float64 // a share
	Colours int     // 1 to 6 equal parts
	Pot     unit.Volume
	Use     safety.Use
	Stock   larder.Stock
	Prices  larder.Prices
	// Log is what was added to earlier batches; Learned starts from it.
	Log     []remedy.Addition
	Learned bool
	// Memo may keep between orders what was reckoned; nil reckons anew.
	Memo *Memo
}

// Making is how an order is carried out for a group: the answer of the recipe page.
type Making struct {
	Mixed
	// Extra is the one measure that would bring every ingredient within tolerance; it is
	// only looked for when the set does not.
	Extra      unit.Measure
	ExtraHelps bool
	Short      []larder.Shortage
	NotWeighed []material.Item
	Limit      larder.Limit // of the stock; LimitKnown is false when nothing was weighed
	LimitKnown bool
	Ways       []Way // what can be done about what is short
	Coins      money.Coins
	Unpriced   []material.Item
	Remedies   []remedy.Remedy
	Learned    []remedy.Learned
}

// Months returns the ages in months of so many children of a group, youngest first; more than
// it has are taken to be as old as its youngest.
func Months(g *safety.Group, children int) []int {
	var months []int
	for _, c := range g.Room().Children {
		months = append(months, c.Months)
	}
	slices.Sort(months)
	for len(months) < children {
		months = append([]int{g.Youngest()}, months...)
	}
	return months[:children]
}

// Way is one thing to do when the cupboard is short, in a sentence, judged for the group
// where it changes what the mix is.
type Way struct {
	Kind     string // less, instead, bring or other
	Sentence say.Text
	Made     unit.Mass
	Verdict  safety.Verdict // of what would be made
	RecipeID string         // of another recipe
	ItemID   string         // of a substitute
}

// Make carries out an order for a group with the measures a room owns. Every failure is an
// *InvalidInput.
func Make(o Order, g *safety.Group, set unit.MeasureSet) (Making, error) {
	if o.Colours < 1 || o.Colours > 6 {
		return Making{}, &InvalidInput{"colours", "Split it into 1 to 6 colours."}
	}
	if !o.Use.Valid() {
		return Making{}, &InvalidInput{"use", "Choose how the children meet it."}
	}
	learned := remedy.Learn(o.Recipe, o.Log)
	if o.Learned {
		o.Recipe = remedy.With(o.Recipe, learned)
	}
	batch, err := o.scale(set)
	if err != nil {
		return Making{}, err
	}
	children := max(1, len(g.Room().Children))
	if c, ok := o.Need.(recipe.Children); ok {
		children = len(c.Months)
	}
	memo := o.Memo
	if o.Need == nil {
		memo = nil // what the stock allows hangs on more than how much is needed
	}
	mixed, err := memo.mix(batch, set, children, o.Colours, o.Pot, o.Use, g)
	if err != nil {
		return Making{}, &InvalidInput{"pot_ml", sentence(err)}
	}
	m := Making{Mixed: mixed, Learned: learned}
	if !m.Batch.Within() {
		m.Extra, m.ExtraHelps = scale.ExtraMeasure(m.Recipe, m.Batch.Need, set)
	}
	m.Coins, m.Unpriced = o.Prices.Cost(m.Batch)
	m.Remedies = memo.remediesFor(m.Recipe, m.Batch.Made, set)
	m.Short, m.NotWeighed = o.Stock.Short(m.Batch), o.Stock.NotWeighed(m.Recipe)
	m.Limit, m.LimitKnown = o.Stock.Limit(m.Recipe)
	switch {
	case len(m.Short) > 0:
		m.Ways = m.ways(o, g)
	case o.Need == nil:
		m.Ways = m.lifts(o, g)
	}
	return m, nil
}

func (o Order) scale(set unit.MeasureSet) (scale.Batch, error) {
	if o.Need == nil {
		batch, err := larder.Largest(o.Recipe, o.Stock, set)
		if err != nil {
			return batch, &InvalidInput{"by", sentence(err)}
		}
		return batch, nil
	}
	need, err := recipe.Required(o.Need, o.Recipe, o.Spare)
	if err != nil {
		return scale.Batch{}, &InvalidInput{"by", sentence(err)}
	}
	batch, err := o.Memo.scale(o.Recipe, need, set)
	if err != nil {
		return batch, &InvalidInput{"by", sentence(err)}
	}
	return batch, nil
}

// maxReplacements is how many substitutes are offered for one ingredient.
const maxReplacements = 2

// ways says what can be done about what is short: take something instead, make less, or
// bring what is missing.
func (m *Making) ways(o Order, g *safety.Group) []Way {
	var ways []Way
	verdict := func(r recipe.Recipe, each unit.Mass) safety.Verdict {
		return o.Memo.verdict(r, each, o.Use, g)
	}
	for _, s := range m.Short {
		offered := 0
		for _, rep := range o.Stock.Replacements(s) {
			if offered == maxReplacements {
				break
			}
			v := verdict(larder.Instead(m.Recipe, s.Line.Item.ID, rep.Sub, rep.Share), m.Each)
			if v > safety.WithAHand && v > m.Verdict {
				continue // a way that makes it worse is no way
			}
			text := say.F("Take {amount} of {substitute} for the {thing} that is missing: {note}.", rep.Take,
				rep.Sub.Item.Within(), s.Line.Item.Within(), rep.Sub.Note)
			if len(m.Short) == 1 {
				text = say.Run(text, "Makes the full amount.")
			}
			if !rep.Known {
				text = say.Run(text, "Check that there is enough: it is not weighed.")
			}
			ways = append(ways, Way{Kind: "instead", Sentence: text, Made: m.Batch.Made, Verdict: v,
				ItemID: rep.Sub.Item.ID})
			offered++
		}
	}
	if made := m.Limit.Made; m.LimitKnown && made.Grams() >= 1 {
		each := made.Times(1 / float64(m.Children))
		text := say.F("Make a smaller batch: {made}, as much as the {things} allows, {each} for each of {children}.", made,
			listNames(m.Limit.By), each, m.Children)
		c, _ := o.Need.(recipe.Children)
		if portion, named := c.Portion.Mass(); named {
			if n := int(made.Over(portion) + 1e-9); n >= 1 && n < m.Children {
				text = say.F("Make a smaller batch: {made}, as much as the {things} allows, {each} for each of {children}, or {portion} for {few} at a time.",
					made, listNames(m.Limit.By), each, m.Children, portion, n)
			}
		}
		ways = append(ways, Way{Kind: "less", Sentence: text, Made: made, Verdict: verdict(m.Recipe, each)})
	}
	missing := make([]say.Text, len(m.Short))
	for i, s := range m.Short {
		missing[i] = say.F("{amount} of {thing}", s.Missing, s.Line.Item.Within())
	}
	return append(ways, Way{Kind: "bring", Sentence: say.F("Buy {amounts} to make the full amount.",
		say.List("{amount} and {next}", missing...)), Made: m.Batch.Made, Verdict: m.Verdict})
}

// lifts says what to take for more than the stock makes.
func (m *Making) lifts(o Order, g *safety.Group) []Way {
	var ways []Way
	for _, l := range o.Stock.Lifts(m.Recipe) {
		v := o.Memo.verdict(l.Recipe, l.Made.Times(1/float64(m.Children)), o.Use, g)
		if len(ways) < maxReplacements && (v <= safety.WithAHand || v <= m.Verdict) {
			ways = append(ways, Way{Kind: "instead", Made: l.Made, Verdict: v, ItemID: l.Sub.Item.ID, Sentence: say.F(
				"Take {amount} of {substitute} when the {thing} runs out, and it makes {made}: {note}.", l.Take,
				l.Sub.Item.Within(), l.For.Item.Within(), l.Made, l.Sub.Note)})
		}
	}
	return ways
}

// Others returns recipes of a book of the same kind that hold none of what is short and go
// in for the group, best first, at most limit.
func (m *Making) Others(book []recipe.Recipe, o Order, g *safety.Group, limit int) []Way {
	var others []Way
	for i := range book {
		r := &book[i]
		if len(others) == limit {
			break
		}
		if r.ID == m.Recipe.ID || r.Kind != m.Recipe.Kind || m.lacks(r) {
			continue
		}
		if v := o.Memo.verdict(*r, m.Each, o.Use, g); v <= safety.WithAHand {
			hands, waiting := recipe.Minutes(r.Steps)
			others = append(others, Way{Kind: "other",
				Sentence: say.F("Make {recipe} instead: uses nothing that is short, {minutes} min, keeps {keeps}.",
					r.Within(), hands+waiting, r.Nature().Keeps),
				Made: m.Batch.Made, Verdict: v, RecipeID: r.ID})
		}
	}
	return others
}

// lacks reports whether a recipe takes what is short.
func (m *Making) lacks(r *recipe.Recipe) bool {
	for i := range r.Lines {
		for j := range m.Short {
			if m.Short[j].Line.Item.ID == r.Lines[i].Item.ID {
				return true
			}
		}
	}
	return false
}

func listNames(lines []recipe.Line) say.Text {
	names := make([]say.Text, len(lines))
	for i, l := range lines {
		names[i] = l.Item.Within()
	}
	return say.List("{thing} and the {next}", names...)
}
