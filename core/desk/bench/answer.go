package bench

import (
	"errors"
	"maps"
	"strings"

	"emblo/core/age"
	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// reckoned is a plan with its answer in the core's terms.
type Reckoned struct {
	plan.Answer
	Setup   plan.Setup
	Group   *safety.Group
	Opening pen.Opening
}

// counter is where the names in a plan are looked up.
type counter struct {
	*desk.Shelf
	written.Settings
	desk *desk.Desk
	on   age.Date // the day of the plan
}

// Stored returns what a batch in store is on the day of a plan.
func (c counter) Stored(id string, portion unit.Mass) (*plan.Stored, error) {
	b, known := c.desk.Batch(id)
	if !known {
		return nil, errors.New(
			"The batch that this is taken from is finished or gone: take another, or make it fresh.")
	}
	s, fault := c.desk.State(b)
	if fault != nil {
		return nil, fault
	}
	if !s.Made.IsMix() {
		return nil, errors.New("A tub of fillers is no mix: choose what fills it.")
	}
	out := &plan.Stored{ID: b.ID, Name: b.Written.Name, Left: s.Left, Recipe: s.Now()}
	for _, one := range s.Subjects(portion, c.on) {
		out.Parts = append(out.Parts, plan.StoredPart{Name: one.Name, Facts: one.Facts})
	}
	return out, nil
}

// reckon judges and scales a plan for its room on its day.
func (d Bench) Reckon(p written.Plan) (Reckoned, error) {
	var out Reckoned
	at, fault := p.Open()
	if fault != nil {
		return out, fault
	}
	r, g, err := d.Group(p.RoomID, "/room_id", at.Day())
	if err != nil {
		return out, err
	}
	players, fault := p.Play.Read(d.ChildrenOn(r, at.Day()))
	if fault == nil {
		fault = desk.FieldOf(players.Check(len(g.Room().Children), at))
	}
	if fault != nil {
		return out, fault.Under("/play")
	}
	if g, err = d.playing(p.Play, r, g, at.Day()); err != nil {
		return out, strict.Bad("/play", "%s.", err)
	}
	if out.Setup, fault = p.Setup(counter{d.Shelf, d.Settings, d.Desk, at.Day()}); fault != nil {
		return out, fault
	}
	out.Setup.Players = players
	out.Setup.StirIn, out.Setup.Memo, out.Setup.Here = d.Settings.StirIn, &d.Memo, d.hereFor(p)
	out.Group, out.Opening = g, pen.Opening{At: at, Zone: d.Zone, System: r.Roster.System}
	out.Answer, err = plan.Reckon(out.Setup, g, r.Measures)
	return out, desk.FaultOf(err)
}

// hereFor returns what is here as it is used: by the cupboard, and by what somebody looked for and found.
func (d Bench) hereFor(p written.Plan) map[string]bool {
	if len(p.Have) == 0 {
		return d.Here
	}
	here := maps.Clone(d.Here)
	if here == nil {
		here = map[string]bool{}
	}
	for _, h := range p.Have {
		here[h.ItemID] = true
	}
	return here
}

// playing returns the group of a room for who plays: with the adults that are said to be there, and only the children
// named, where no other is in reach.
func (d Bench) playing(p *written.Play, r *desk.Room, all *safety.Group, day age.Date) (*safety.Group, error) {
	switch {
	case p == nil || !p.Apart && p.Adults == 0:
		return all, nil
	case p.Apart:
		return d.GroupOf(r, day, p.Only, p.Adults)
	}
	return d.GroupOf(r, day, nil, p.Adults)
}

// Answer judges and scales a plan as it stands.
func (d Bench) Answer(p written.Plan) (written.Answer, error) {
	r, err := d.Reckon(p)
	if err != nil {
		return written.Answer{}, err
	}
	return d.write(p, r), nil
}

// AnswerForList returns the answer to a plan with what is made of it, for the list of set-ups.
func (d Bench) AnswerForList(p written.Plan) (written.Answer, Judged, error) {
	r, err := d.Reckon(p)
	if err != nil {
		return written.Answer{}, Judged{}, err
	}
	return d.write(p, r), d.judged(r, nil), nil
}

func (d Bench) write(p written.Plan, r Reckoned) written.Answer {
	out := d.Pen.Answer(r.Answer, r.Group, d.WrittenGroup(r.Group), r.Opening, d.Line)
	for i := range r.Places {
		if place := &r.Places[i]; place.Fill != nil {
			d.reach(out.Places[i].Fill, place.Fill)
		}
	}
	if players, n := r.Setup.PlayersOf(r.Group), len(r.Group.Room().Children); !players.All(n) || p.Play.AreApart() {
		out.Players = &written.Players{Children: players.InAll, AtOnce: players.AtOnce, Turns: players.Turns(),
			Says: d.Pen.Text(players.Say(n)), Apart: p.Play.AreApart(), Home: p.Play.IsHome()}
	}
	uses := d.Takes(p, &r)
	out.Cost = d.cost(uses, &r)
	out.Missing = d.alone(p, &r, uses)
	out.Ready = out.Ready && len(out.Missing) == 0
	for _, m := range out.Missing {
		if m.Kind == written.TooLittle && m.Unit == unit.ByMass.String() {
			out.Short = append(out.Short, written.Shortage{Name: m.Name, MissingG: m.Lacks})
		}
	}
	around := r.Around()
	out.Packets = d.packets(p, &r)
	out.Wear, out.Families = d.Pen.Some(around.Wear), d.Pen.Text(around.Families)
	return out
}

// UnreadableDigest is the digest of a set-up that does not read.
func UnreadableDigest(why string) written.Digest {
	v := pen.Verdict(safety.MeasureFirst)
	return written.Digest{Verdict: v.Verdict, Mark: v.Mark,
		Reason: "It does not read, so nothing can be checked: " + why}
}

// Swaps returns what to take in place of the base or the one item of a plan; where it is not here,
// what in the cupboard does the same.
func (d Bench) Swaps(in written.SwapsInput) ([]written.Swap, error) {
	return d.SwapsUpTo(in, desk.MaxSwaps)
}

// SwapsUpTo returns as many of the same.
func (d Bench) SwapsUpTo(in written.SwapsInput, most int) ([]written.Swap, error) {
	place := written.Place{ID: onlyPlace, Base: in.Base}
	if in.Item != nil {
		place.Items = []written.PlanItem{*in.Item}
	}
	r, err := d.Reckon(written.Plan{RoomID: in.RoomID, PlayAt: in.PlayAt, Places: []written.Place{place}})
	if err != nil {
		return nil, below(err, map[string]string{"/places/0/items/0": "/item", "/places/0/base": "/base"})
	}
	swaps := safety.NewSwaps(r.Group, d.Shelf.Shelf, d.Subject, d.Here)
	find := swaps.For
	if in.NotHere {
		find = swaps.StandIns
	}
	at := r.Places[0]
	mix, isMix := r.Setup.Places[0].Base.(plan.Mix)
	switch {
	case in.Item != nil:
		l := at.Lines[0]
		return d.Pen.Swaps(find(d.itemOf(in.Item.ItemID, l), nil, l.Use, most)), nil
	case isMix:
		return d.mixSwaps(mix, r.Group, most), nil
	case len(at.Base) > 0:
		return d.Pen.Swaps(find(d.itemOf(in.Base.ItemID, at.Base[0]), []material.Part{material.Filler}, at.Base[0].Use,
			most)), nil
	}
	return []written.Swap{}, nil
}

// below returns a fault of a plan at the field of the question that the plan was made of, by where in the plan it is.
func below(err error, fields map[string]string) error {
	var fault *strict.Fault
	if errors.As(err, &fault) {
		for where, field := range fields {
			if rest, ok := strings.CutPrefix(fault.Pointer, where); ok {
				return &strict.Fault{Code: fault.Code, Pointer: field + rest, Sentence: fault.Sentence}
			}
		}
	}
	return err
}

// onlyPlace is the id of the place that one thing is asked about in.
const onlyPlace = "00000000-0000-7000-8000-000000000001"

// mixSwaps returns recipes to make in place of a mix.
func (d Bench) mixSwaps(mix plan.Mix, g *safety.Group, most int) []written.Swap {
	out := []written.Swap{}
	for _, w := range plan.SwapMixes(d.Usable, mix, g, most) {
		out = append(out, written.Swap{RecipeID: w.Recipe.ID, Name: w.Recipe.Name,
			Judged: pen.Usual(w.Assessment.Verdict, w.Assessment.Usual()), Changes: d.Pen.All(w.Changes)})
	}
	return out
}

// itemOf returns the thing of a plan's line as the shelf has it, or as it was described,
// with the facts that it has in the plan.
func (d Bench) itemOf(id string, l plan.Line) material.Item {
	it, ok := d.Get(id)
	if !ok {
		it = material.Item{Name: l.Name, Parts: []material.Part{material.Find}}
	}
	it.Facts = *l.Facts
	return it
}
