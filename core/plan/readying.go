package plan

import (
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
)

// readying is what a thing has to be before it can be laid out: what is done to it by hand and what it waits for, in
// minutes for as much as a set-up takes (common practice).
type readying struct {
	id     string
	text   func(thing say.Text) say.Text
	hands  int // for all of it
	each   float64
	by     recipe.Who
	at     recipe.Place
	waits  int
	as     recipe.StepKind
	waited say.Text
}

// The ways in which things are got ready.
var (
	boil = readying{id: "boil", text: func(t say.Text) say.Text { return say.F("Boil until soft: {thing}", t) },
		hands: 20, by: recipe.Adult, at: recipe.Stove, waits: 40, as: recipe.Cool,
		waited: say.F("Let it cool to {reading}", recipe.Touched.Say())}
	mash = readying{id: "mash", text: func(t say.Text) say.Text { return say.F("Cook and mash: {thing}", t) },
		hands: 30, by: recipe.Adult, at: recipe.Stove, waits: 40, as: recipe.Cool,
		waited: say.F("Let it cool to {reading}", recipe.Touched.Say())}
	squash = readying{id: "squash", text: func(t say.Text) say.Text { return say.F("Peel and mash: {thing}", t) },
		hands: 5, by: recipe.ChildrenHelp}
	soak = readying{id: "soak", text: func(t say.Text) say.Text { return say.F("Stir into water: {thing}", t) },
		hands: 3, waits: 30, as: recipe.Rest, waited: "Let it swell until nothing is dry"}
	set = readying{id: "set", text: func(t say.Text) say.Text { return say.F("Stir and pour out: {thing}", t) },
		hands: 10, by: recipe.Adult, at: recipe.Stove, waits: 240, as: recipe.Chill, waited: "Let it set in the fridge"}
	whip  = readying{id: "whip", text: func(t say.Text) say.Text { return say.F("Whip it up: {thing}", t) }, hands: 5}
	drain = readying{id: "drain", text: func(t say.Text) say.Text { return say.F("Drain and rinse: {thing}", t) },
		hands: 3}
	crush = readying{id: "crush", text: func(t say.Text) say.Text { return say.F("Crush or grind: {thing}", t) },
		hands: 5}
	pop = readying{id: "pop", text: func(t say.Text) say.Text { return say.F("Pop it and let it cool: {thing}", t) },
		hands: 10, by: recipe.Adult, at: recipe.Stove}
	dampen = readying{id: "wet", text: func(t say.Text) say.Text { return say.F("Mix it damp: {thing}", t) }, hands: 5,
		by: recipe.ChildrenHelp}
	dye = readying{id: "dye", text: func(t say.Text) say.Text { return say.F("Dye and spread out: {thing}", t) },
		hands: 10, waits: 120, as: recipe.Rest, waited: "Let it dry"}
	freeze = readying{id: "freeze", text: func(t say.Text) say.Text { return say.F("Put in the freezer: {thing}", t) },
		hands: 3, waits: 480, as: recipe.Freeze, waited: "Let it freeze through"}
	thaw = readying{id: "thaw", text: func(t say.Text) say.Text { return say.F("Put in the fridge to thaw: {thing}", t) },
		hands: 2, waits: 480, as: recipe.Chill, waited: "Let it thaw"}
	dry = readying{id: "dry", text: func(t say.Text) say.Text { return say.F("Spread out to dry: {thing}", t) },
		hands: 5, waits: 720, as: recipe.Rest, waited: "Let it dry"}
	cut = readying{id: "cut", text: func(t say.Text) say.Text { return say.F("Wash and cut: {thing}", t) }, each: 0.2,
		by: recipe.Adult}
	snip = readying{id: "snip", text: func(t say.Text) say.Text { return say.F("Cut up: {thing}", t) }, hands: 5,
		each: 0.1, by: recipe.Adult}
	tape = readying{id: "tape", text: func(t say.Text) say.Text { return say.F("Cut off or tape the points: {thing}", t) },
		each: 0.5, by: recipe.Adult}
	paint = readying{id: "paint", text: func(t say.Text) say.Text { return say.F("Paint: {thing}", t) }, each: 0.5,
		waits: 120, as: recipe.Rest, waited: "Let it dry"}
)

// readiedBy says of the things of the shelf that are made ready in the kitchen how.
var readiedBy = func() map[string]readying {
	of := map[string]readying{}
	for _, row := range []struct {
		how    readying
		things string
	}{
		{boil, "cooked-rice cooked-noodles fresh-pasta cooked-rice-noodles cooked-macaroni cooked-couscous " +
			"cooked-quinoa cooked-bulgur cooked-barley cooked-lentils cooked-cornmeal porridge rice-porridge " +
			"rice-pudding semolina-pudding custard baby-rice-porridge oat-porridge-with-milk " +
			"cooked-porridge-ground-rice cooked-pearls egg-cooked eggs-in-the-shell-boiled soft-peas " +
			"cooked-cauliflower-soft cooked-broccoli-soft cooked-carrots-soft cooked-sweet-potato-soft " +
			"cooked-apple-soft cooked-sweetcorn-cobs"},
		{mash, "mashed-potato mashed-swede mashed-carrot mashed-sweet-potato mashed-peas mashed-beans mashed-squash " +
			"cooked-beans-mashed-flat pumpkin-pulp"},
		{squash, "mashed-banana mashed-avocado"},
		{soak, "basil-seed-gel chia-gel soaked-oats soaked-bread edible-water-beads"},
		{set, "soft-gelatine gelatine-cubes agar-cubes chia-pudding-soaked-overnight set-yoghurt-jelly-soft"},
		{whip, "whipped-topping aquafaba whipped-coconut-cream meringue-mix-cooked-foam soap-foam"},
		{drain, "canned-kidney-beans canned-chickpeas baked-beans tinned-peaches"},
		{crush, "oat-crumb rice-cracker-crumb biscuit-crumb"},
		{pop, "popped-corn"},
		{dampen, "damp-sand oil-flour-sand mud"},
		{dye, "coloured-rice"},
		{freeze, "ice-cubes ice-block ice-lollies salted-ice"},
		{cut, "banana-slices grapes-quartered lemon-halves lemon-slices orange-segments melon-cubes " +
			"pineapple-pieces mango-pieces fruit-salad cheese-cubes bread-cubes"},
		{snip, "straw-pieces sponge-pieces foam-noodle-slices paper-strips fabric-strips yarn-pieces ribbon-pieces " +
			"shredded-paper tissue-wads felt-small-pieces"},
	} {
		for _, id := range strings.Fields(row.things) {
			of[id] = row.how
		}
	}
	return of
}()

// readiedAs says how a thing is got ready that is used otherwise than it comes.
var readiedAs = map[phrase.State]readying{phrase.Cooked: boil, phrase.Baked: boil, phrase.Mashed: mash,
	phrase.Frozen: freeze, phrase.Thawed: thaw, phrase.Dyed: dye, phrase.Dried: dry, phrase.Smaller: crush,
	phrase.Ground: crush, phrase.Halved: cut, phrase.Wet: soak, phrase.Blunted: tape, phrase.Painted: paint}

// steps returns what is done to so many pieces of a thing; an id tells them apart, as the thing does.
func (r readying) steps(id string, thing say.Text, pieces int) []recipe.Step {
	minutes := r.hands
	if r.each > 0 {
		minutes = max(minutes, piecework(pieces, r.each))
	}
	id = "ready-" + r.id + "-" + id
	steps := []recipe.Step{{ID: id, Text: r.text(thing), Minutes: minutes, By: r.by, At: r.at}}
	if r.at == recipe.Stove {
		steps[0].Kind = recipe.Cook
	}
	if r.waits > 0 {
		wait := recipe.Step{ID: id + "-wait", Kind: r.as, Text: r.waited, Minutes: r.waits}
		switch r.as {
		case recipe.Cool: // before hands touch it, a probe says so
			wait.Probe = recipe.Touched
		case recipe.Chill:
			wait.At = recipe.Fridge
		case recipe.Freeze:
			wait.At = recipe.Freezer
		}
		steps = append(steps, wait)
	}
	if r.as == recipe.Cool {
		steps = append(steps, recipe.Step{ID: id + "-measure", Minutes: 1, By: recipe.Adult,
			Text: say.F("Measure in the middle before hands touch it: {thing}", thing)})
	}
	return steps
}

// ready returns what is done to the fillers of a vessel before they are poured: by what each is, where none of it is
// here as it is used, and by what was done to it.
func (f Fill) ready(here map[string]bool) (steps []recipe.Step) {
	for i := range f.Layers {
		l := &f.Layers[i]
		if how, known := readiedBy[l.Item.ID]; known && len(l.Done) == 0 && !here[l.Item.ID] {
			steps = append(steps, how.steps(l.Item.ID, l.Item.Within(), 0)...)
		}
		for _, state := range l.Done {
			if how, known := readiedAs[state]; known {
				steps = append(steps, how.steps(l.Item.ID, l.Item.Within(), 0)...)
			}
		}
	}
	return steps
}

// ways returns how one thing is got ready: by what it is, where none of it is here as it is used, else by what was
// done to it.
func (p *Placed) ways(here map[string]bool) (ways []readying) {
	if how, known := readiedBy[p.Of]; known && !here[p.Of] {
		return []readying{how}
	}
	if p.Cut {
		ways = append(ways, snip)
	}
	for _, state := range p.Done {
		if how, known := readiedAs[state]; known {
			ways = append(ways, how)
		}
	}
	return ways
}

// readied returns what is done to the things of a set-up that come otherwise than they are used: to all of one at once.
// Nothing is done to what is not to be used, nor to what is here as it is used.
func (a *Answer) readied(s *Setup) (steps []recipe.Step) {
	type one struct {
		id     string
		called say.Text
		ways   []readying
		pieces int
	}
	var all []one
	add := func(placed []Placed, lines []Line) {
		for i := range placed {
			p, l := &placed[i], &lines[i]
			ways := p.ways(s.Here)
			if len(ways) == 0 || l.Count == 0 || l.Verdict() == safety.KeepOut {
				continue
			}
			id := p.Of
			if id == "" {
				id = ownID(p.Name)
			}
			at := slices.IndexFunc(all, func(o one) bool { return o.id == id })
			if at < 0 {
				all, at = append(all, one{id: id, called: say.Within(l.Say()), ways: ways}), len(all)
			}
			all[at].pieces += l.Count
		}
	}
	for i := range s.Places {
		add(s.Places[i].Items, a.Places[i].Lines)
	}
	add(s.Beside, a.Beside)
	for _, o := range all {
		for _, how := range o.ways {
			steps = append(steps, how.steps(o.id, o.called, o.pieces)...)
		}
	}
	return steps
}

// ownID tells what was described from the rest by its name, in as few letters as the id of a step has room for.
func ownID(name string) string {
	h := fnv.New32a()
	_, _ = h.Write([]byte(strings.ToLower(name))) // it never fails
	return fmt.Sprintf("own-%08x", h.Sum32())
}
