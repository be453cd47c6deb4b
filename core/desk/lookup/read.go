package lookup

import (
	"math"
	"strings"

	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/say"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/words"
	"emblo/core/written"
)

// maxLines is how many lines are read at once: a set-up takes no more things.
const maxLines = 40

// Words parts text into what its lines name, with what they say of it.
func (d LookUp) Words(in written.WordsInput) (written.WordsAnswer, error) {
	out := written.WordsAnswer{Lines: []written.WordsLine{}}
	lines := strings.Split(in.Text, "\n")
	into, err := d.pouredInto(in, lines)
	if err != nil {
		return out, err
	}
	listed := 0
	for _, line := range lines {
		if recipe.Unbulleted(line) != strings.TrimSpace(line) {
			listed++
		}
	}
	for _, typed := range lines {
		line := recipe.Unbulleted(typed)
		if line == "" {
			continue
		}
		if len(out.Lines) == maxLines {
			out.Left++
			continue
		}
		bare := line == strings.TrimSpace(typed)
		if (strings.HasSuffix(line, ":") || bare && listed >= leastListed) && !d.Names.Resolve(line, "").Known() {
			out.Lines = append(out.Lines, written.WordsLine{Typed: line, Things: []written.WordsThing{{Kind: "heading",
				Name: strings.TrimSuffix(line, ":"), Parts: []string{}, Said: []string{}}}})
			continue
		}
		out.Lines = append(out.Lines, written.WordsLine{Typed: line, Things: d.things(line, into)})
	}
	return out, nil
}

// pouredInto finds what the lines are poured into: a vessel that is one of them, else the one that is asked about.
func (d LookUp) pouredInto(in written.WordsInput, lines []string) (into pouring, err error) {
	into.each = 1
	if in.VesselID != "" {
		if into.vessel, into.known = d.Settings.Vessel(in.VesselID); !into.known {
			return into, strict.Bad("/vessel_id", "Choose a container from the list.")
		}
	}
	typed := 0 // how many of it a line says
	for _, line := range lines {
		if n, v, ok := d.vessels(recipe.Unbulleted(line)); ok {
			into.vessel, into.known, typed = v, true, n
		}
	}
	r, ok := d.Find(in.RoomID)
	if ok {
		into.own = r.Roster.Own
	}
	switch {
	case in.Vessels != nil && *in.Vessels < 1:
		return into, strict.Bad("/vessels", "Say how many containers there are.")
	case typed > 0:
		into.each = typed
	case in.Vessels != nil:
		into.each = *in.Vessels
	case in.RoomID != "" && !ok:
		return into, desk.ErrGone
	case ok && into.known:
		into.each = max(1, into.vessel.Needed(len(r.Written.Children)))
	}
	return into, nil
}

// leastListed is how many lines of a list have a dash or a number before them for one without to be a heading.
const leastListed = 2

// pouring is what things are poured into.
type pouring struct {
	vessel vessel.Vessel
	known  bool
	each   int               // how many of it
	own    []room.OwnMeasure // of the room
}

// holds returns how much one container of a name holds, where the room measures by one of its own.
func (p pouring) holds(container string) (v unit.Amount) {
	for _, o := range p.own {
		if o.Label() == container {
			return unit.OfVolume(o.Volume())
		}
	}
	return v
}

// vessels returns the vessel that a line names, and how many of it: 0 where it does not say.
func (d LookUp) vessels(line string) (n int, v vessel.Vessel, ok bool) {
	if v, ok = vessel.Named(line, d.Settings.Vessels); ok {
		return 0, v, true
	}
	first, rest, _ := strings.Cut(strings.TrimSpace(line), " ")
	if n, ok = phrase.Number(first); !ok {
		return 0, v, false
	}
	v, ok = vessel.Named(strings.TrimLeft(rest, "x× "), d.Settings.Vessels)
	return n, v, ok
}

func (d LookUp) things(line string, into pouring) []written.WordsThing {
	if n, v, ok := d.vessels(line); ok {
		one := written.WordsThing{Kind: "vessel", ID: v.ID, Name: v.Name, Parts: []string{}, Said: []string{}}
		if n > 0 {
			count := float64(n)
			one.Amount = &written.WordsAmount{Words: d.Pen.Text(say.F("{count} of them", n)), Count: &count}
		}
		return []written.WordsThing{one}
	}
	m := d.Names.Resolve(line, "")
	if len(m.Each) == 0 {
		return []written.WordsThing{d.thing(m, line, into)}
	}
	all := make([]written.WordsThing, len(m.Each))
	for i, one := range m.Each {
		all[i] = d.thing(one, one.Words, into)
	}
	return all
}

// thing writes what a phrase names.
func (d LookUp) thing(m naming.Meaning, typed string, into pouring) written.WordsThing {
	t := written.WordsThing{Kind: "words", Name: typed, Parts: []string{}, Said: d.Pen.All(m.SaidOf()), Use: m.Said.Use}
	it, one := m.One()
	switch {
	case one && m.Said.Plain():
		t.Kind, t.ID, t.Name, t.Parts = "thing", it.ID, d.Pen.Name(it.ID, it.Name), parts(it)
	case one && onlyPoured(it) && len(d.Names.Done(m)) > 0:
		done := d.Names.Done(m)
		changed, _ := naming.Changed(it, done)
		t.Kind, t.ID, t.Name, t.Parts = "thing", it.ID, changed.Name, parts(it)
		for _, s := range done {
			t.Done = append(t.Done, string(s))
		}
	case len(m.Members) == 1 && m.Members[0].Mix != nil:
		t.Kind, t.ID, t.Name = "mix", m.Members[0].ID(), d.Pen.Text(m.Members[0].Say())
	case m.Family != nil && !m.Said.Plain():
		t.Name = typed
	case m.Family != nil && len(m.Members) > 1 && m.Said.Amount.Said():
		t.Name = m.Family.Name // its amount is told beside it
	}
	if len(t.Name) > maxDescribed {
		t.Name = words.Cut(t.Name)
	}
	for _, c := range d.Names.Changes(m) {
		t.Changes = append(t.Changes, written.WordsChange{Said: d.Pen.Text(c.Said), Done: c.Done, Words: c.Words,
			ID: c.Plain, State: string(c.State), Poured: c.Poured})
	}
	if m.Said.Amount.Said() {
		t.Amount = d.amount(m.Said.Amount, it, one, into)
	}
	return t
}

// onlyPoured reports whether a thing is a filler and nothing else.
func onlyPoured(it material.Item) bool {
	return it.Plays(material.Filler) && !it.Plays(material.Find) && !it.Plays(material.Tool)
}

// maxDescribed is how long the name of a thing of a set-up may be.
const maxDescribed = 60

// amount writes how much there is: by the cupboard's pack where it is counted in containers, and as deep as that lies.
func (d LookUp) amount(a phrase.Amount, it material.Item, one bool, into pouring) *written.WordsAmount {
	out := &written.WordsAmount{Words: d.Pen.Text(naming.SayAmount(a)), In: a.In}
	n, counted := a.Count.Get()
	if counted {
		out.Count = &n
	} else {
		n = 1
	}
	each := a.Each
	if !each.Known() && a.In != "" && one {
		if p, known := d.Packs[it.ID]; known && packed[a.In] && stock.Reckoned(&it) != unit.ByCount {
			each = p.Size.As(unit.ByMass)
		}
	}
	if !each.Known() && a.In != "" {
		each = into.holds(a.In)
	}
	if m, byMass := each.Mass(); byMass {
		grams := m.Times(n).Grams()
		out.MassG, out.Much = &grams, grams > d.much(it, a.In).Grams()
	}
	switch {
	case a.Some:
		out.Open = d.Pen.Text("How much that is, is not known yet.")
	case a.In != "" && !each.Known():
		out.Open = d.Pen.Text(say.F("How much is in one {container} is not known yet.", say.Typed(a.In)))
	case each.Known() && one && into.known:
		v, ok := each.Volume()
		if m, byMass := each.Mass(); byMass {
			v, ok = it.Density.VolumeOf(m)
		}
		if !ok {
			out.Open = d.Pen.Text(say.F("What a cup of {thing} weighs is not known.", it.Within()))
			break
		}
		depth := math.Round(into.vessel.DepthOf(v.Times(n/float64(into.each))).Millimetres()*10) / 10
		out.DepthMM = &depth
	}
	return out
}

// much is a mass of one thing beyond which nobody takes it for a set-up without meaning to, and muchPacks so many packs
// of it (common practice).
var much, muchPacks = unit.Grams(5000), 3.0

// much returns how much of a thing is asked about when more is said: who counts packs means so many.
func (d LookUp) much(it material.Item, in string) unit.Mass {
	p, known := d.Packs[it.ID]
	if !known || packed[in] || stock.Reckoned(&it) == unit.ByCount {
		return much
	}
	if packs, ok := p.Size.As(unit.ByMass).Times(muchPacks).Mass(); ok && packs.Grams() < much.Grams() {
		return packs
	}
	return much
}

// packed are the containers that the cupboard's packs are.
var packed = map[string]bool{"bag": true, "box": true, "packet": true, "tin": true, "bottle": true, "jar": true,
	"tube": true, "tub": true}
