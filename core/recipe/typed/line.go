package typed

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
	"emblo/core/words"
)

// untilItFeelsRight is said of an amount that nobody knows.
const untilItFeelsRight = "Added until it feels right, so what depends on its amount is not known. Weigh it once and " +
	"write the grams."

// beginsWith is said of an amount that more may be added to.
const beginsWith = "Begins with the amount given; add more until it feels right."

// oneLine is an ingredient line while it is read: what it is read as so far, what is left of it, and what was said.
type oneLine struct {
	ReadLine
	said
	amount, other unit.Amount // of an amount given twice, other is the one that does not count
	needed        bool        // until it feels right
	twin          bool
}

// line reads one ingredient. A fault is a sentence without the line number.
func (rd Reader) line(text, mix string) ReadLine {
	if len(text) > 200 {
		return ReadLine{Text: text[:40] + "…", Fault: "it is longer than 200 letters."}
	}
	l := rd.asTyped(text, mix)
	if l.Fault != "" && otherOrder.MatchString(text) {
		if other, ok := rd.inAnyOrder(text); ok {
			return other
		}
	}
	return l
}

// otherOrder finds the lines whose amount may stand elsewhere than first: those that begin with a word that is no
// number, with a mixed number, or with a container whose size follows. What is wrong with an amount that stands first
// is said of it.
var otherOrder = regexp.MustCompile(`(?i)^\s*(?:\d+-\d+/\d|\(|(?:an?|\d+)\s+(?:` + container + `)\b.*\d|\d+\s*\(|[\d.,]+\s*\p{L}+\s*/\s*\d|\p{L})`)

// inAnyOrder reads a line whose amount does not stand first: "flour (2 cups)", "about 2 cups oats", "1 packet jelly
// crystals (85 g)".
func (rd Reader) inAnyOrder(text string) (l ReadLine, ok bool) {
	p, ok := rd.phrases().Read(text)
	if !ok || !asItIs(p) || !p.Amount.Each.Known() {
		return l, false
	}
	it, ok := rd.Shelf.Named(p.Noun)
	if !ok {
		return l, false
	}
	one := oneLine{ReadLine: ReadLine{Text: text}, said: said{count: 1, heap: 1, low: 1}, amount: p.Amount.Each}
	if n, counted := p.Amount.Count.Get(); counted {
		one.amount = one.amount.Times(n)
	}
	if one.Line.Item = it; p.Amount.Some {
		one.Note = beginsWith
	}
	one.weigh()
	one.Line.Strong = strong(it)
	return one.ReadLine, one.Fault == ""
}

func strong(it material.Item) bool {
	return it.Facts.Traits.Any(material.Acid, material.Colouring) || recipe.SaltOf(it) > 0.5
}

// asTyped reads a line as most are written, the amount first.
func (rd Reader) asTyped(text, mix string) ReadLine {
	l := oneLine{ReadLine: ReadLine{Text: text}}
	rd.sayWhole(&l)
	name, done := l.text, l.fault != ""
	if l.Fault = l.fault; !done {
		name, done = rd.amountOf(&l)
	}
	if done || !rd.thingOf(&l, name, mix) {
		return l.ReadLine
	}
	it := &l.Line.Item
	l.Line.Strong = strong(*it)
	if l.amount.Known() {
		l.weigh()
	}
	return l.ReadLine
}

// noted adds to what should be known about how the line was read.
func (l *oneLine) noted(what string) { l.Note = strings.TrimSpace(l.Note + " " + what) }

// sayWhole writes the line in whole words and measures that are known.
func (rd Reader) sayWhole(l *oneLine) {
	// A capital T is a tablespoon and a small t a teaspoon (common practice).
	name := strings.ToLower(strings.TrimSpace(teaspoon.ReplaceAllString(tablespoon.ReplaceAllString(l.Text,
		"${1} tbsp"),
		"${1} tsp")))
	if asNeeded.MatchString(name) {
		l.needed, l.Note = true, untilItFeelsRight
		name = asNeeded.ReplaceAllString(name, "")
	}
	if more.MatchString(name) { // "extra flour for dusting": how much nobody knows
		l.needed, l.Note = true, untilItFeelsRight
		name = forUse.ReplaceAllString(more.ReplaceAllString(name, ""), "")
	}
	l.said = aloud(strings.TrimSpace(name))
	rd.inOwn(&l.said)
	if rd.measured != nil {
		rd.inMeasuredParts(&l.said)
	}
	if m := parts.FindString(l.text); m != "" && rd.part != "" && l.fault == "" {
		l.text = strings.TrimSpace(strings.TrimRight(m, "parts ")+" "+rd.part) +
			strings.TrimPrefix(strings.TrimPrefix(l.text[len(m):], " by weight"), " by volume")
		l.note = "In parts: one part is read as a " + partWords[rd.part] +
			"; the whole is scaled to what is needed, so any part does."
	}
}

// amountOf reads how much the line asks for and returns what of it is the name. done says that nothing is left to
// read: it is counted, or its amount cannot be read.
func (rd Reader) amountOf(l *oneLine) (name string, done bool) {
	name = l.text
	q, rest, ok := unit.Cut(name, rd.System)
	if !ok && !l.needed {
		q, rest, ok = trailing(name, rd.System)
	}
	switch {
	case ok:
	case l.needed:
		return name, false
	case rd.counted(&l.ReadLine, name):
		l.Line.Amount = l.Line.Amount.Times(l.count)
		l.Line.Lower = l.lower(l.Line.Amount)
		l.noted(l.note)
		return name, true
	default:
		if l.Fault = rd.noAmount(name); l.Fault == "" {
			_, err := unit.Parse(firstWords(name, 2), rd.System)
			l.Fault = fmt.Sprintf("the amount cannot be read: %s.", err)
		}
		return name, true
	}
	// "1 cup (125 g) flour", "1 cup flour 125 g": of an amount given twice the weight counts.
	again, name, twice := rd.again(rest)
	if l.amount = q; twice {
		l.other = again
		if _, byMass := again.Mass(); byMass {
			l.amount, l.other = again, q
		}
	}
	if l.needed {
		l.Note = beginsWith
	}
	return name, false
}

// thingOf finds what the line asks for; it reports false where the line says why not.
func (rd Reader) thingOf(l *oneLine, name, mix string) bool {
	item, ok, twin := rd.named(name)
	if m := contained.FindStringSubmatch(name); !ok && m != nil {
		item, ok, twin = rd.fromA(m[1], m[2])
	}
	switch {
	case strings.TrimSpace(name) == "":
		l.Fault = "say of what."
	case ok:
		l.Line.Item, l.twin = item, twin
	case strings.EqualFold(name, mix) && mix != "":
		l.Fault = "a mix cannot be an ingredient of itself."
	case rd.Mix != nil && rd.Mix(name):
		l.Fault = fmt.Sprintf("%q is a mix itself; write what it is made of.", words.Cut(name))
	default:
		rd.meant(l, name)
	}
	return l.Fault == ""
}

// meant says what a name may mean that is on no shelf. Things that are alike in the hand are judged by the worse.
func (rd Reader) meant(l *oneLine, name string) {
	l.Name, l.Like = name, rd.alike(name)
	l.Fault = fmt.Sprintf(
		"We do not know %q. Choose what it is, or add it to Materials first. Until then, do not use it.", words.Cut(name))
	either := rd.either(name)
	switch {
	case len(either) > 1 && !alikeInTheHand(either):
		l.Fault = fmt.Sprintf("%q leaves a choice of things that are not alike. Choose which it is. Until "+
			"then, do not use it.", words.Cut(name))
		l.Like = either
	case len(either) > 1:
		l.Line.Item, l.twin = worseOf(either), false
		l.Fault, l.Like = "", either
		l.noted(fmt.Sprintf("%q leaves a choice. We check the worse of them, with as much salt as the "+
			"saltiest. Which is it?", words.Cut(name)))
	case rd.Several != nil:
		if question, kinds := rd.Several(name); question != "" {
			l.Fault = fmt.Sprintf("%q can mean several things. %s Choose which it is. Until then, do not "+
				"use it.", words.Cut(name), question)
			l.Like = kinds
		}
	}
}

// weigh says how heavy what the line asks for is.
func (l *oneLine) weigh() {
	it := l.Line.Item
	m, known := l.amount.MassAt(it.Density)
	m = m.Times(l.count)
	_, byVolume := l.amount.Volume()
	if byVolume { // a weight is a weight, however the spoon was filled
		m = m.Times(l.heap)
	}
	l.noted(l.note)
	switch {
	case !known:
		l.Fault = fmt.Sprintf(
			"what a cup of %s weighs is not known; write grams, or add the weight of a cup on the "+
				"shelf.", words.Lower(it.Name))
		return
	case m.Grams() > 50_000:
		l.Fault = "more than 50 kg in one batch is a slip of the keyboard."
		return
	}
	l.Line.Amount = unit.OfMass(m)
	l.Line.Lower = l.lower(l.Line.Amount)
	if o, comparable := l.other.MassAt(it.Density); comparable && math.Abs(o.Over(m)-1) > twiceApart {
		l.noted(fmt.Sprintf("The two amounts do not agree: the other is %.0f g, and %.0f g is counted. Which is meant?",
			o.Grams(), m.Grams()))
	}
	if byVolume {
		l.noted(byTheCup(it, l.twin))
	}
}

// fromA finds what comes in a container: in a tin it is the tinned thing, where the shelf has it.
func (rd Reader) fromA(container, name string) (it material.Item, ok, twin bool) {
	if strings.HasPrefix(container, "can") || strings.HasPrefix(container, "tin") {
		if it, ok, twin = rd.named("canned " + name); !ok {
			it, ok, twin = rd.named("tinned " + name)
		}
	}
	if !ok {
		it, ok, twin = rd.named(name)
	}
	return it, ok, twin
}

// either returns the things that "ghee or oil" and "ghee/oil" leave to choose from, when each is
// on the shelf.
func (rd Reader) either(name string) []material.Item {
	var found []material.Item
	for _, one := range orSlash.Split(name, 4) {
		it, ok, _ := rd.named(one)
		if !ok {
			return nil
		}
		found = append(found, it)
	}
	return found
}

// alikeInTheHand reports whether things are of one form, or all wet, and none stays what it is in
// a mix: only then can one of them stand for all. Of "water or gel beads" the beads are judged by
// themselves.
func alikeInTheHand(all []material.Item) bool {
	wet := func(f material.Form) bool { return f == material.Liquid || f == material.Dough }
	first := all[0].Facts.Form
	return !slices.ContainsFunc(all, func(it material.Item) bool {
		f := it.Facts.Form
		return recipe.StaysWhole(it) || f != first && !(wet(f) && wet(first))
	})
}

// worseOf stands for several things of which one is meant: what any of them holds or is, counts. It
// weighs what the saltiest does.
func worseOf(all []material.Item) material.Item {
	one := slices.MaxFunc(all, func(a, b material.Item) int { return cmp.Compare(recipe.SaltOf(a), recipe.SaltOf(b)) })
	names, ids := make([]string, len(all)), make([]string, len(all))
	tap := true
	for i, it := range all {
		names[i], ids[i] = words.Lower(it.Name), it.ID
		tap = tap && it.Facts.Traits.Has(material.TapWater)
		f := it.Facts.Beside(one.Facts)
		f.Form, f.Smallest, f.Largest = one.Facts.Form, one.Facts.Smallest, one.Facts.Largest
		if _, known := it.Facts.Salt.Get(); !known {
			f.Salt = unit.Maybe[float64]{}
		} else if _, known := one.Facts.Salt.Get(); !known {
			f.Salt = unit.Maybe[float64]{}
		}
		one.Facts = f
	}
	if !tap {
		one.Facts.Traits = one.Facts.Traits.Without(material.TapWater)
	}
	// It is none of them: neither in the cupboard nor known for what it does in a mix.
	one.ID, one.Name, one.Own = strings.Join(ids, "|"), strings.Join(names, " or "), true
	return one
}

var orSlash = regexp.MustCompile(`\s+or\s+|\s*/\s*`)

// twiceApart is how far two amounts of one line may lie apart, as cups are scooped unevenly.
const twiceApart = 0.1

// again reads the second amount of a line that gives two, and returns the name without it.
func (rd Reader) again(rest string) (q unit.Amount, name string, ok bool) {
	if m := givenTwice.FindStringSubmatch(rest); m != nil {
		if q, err := unit.Parse(m[1], rd.System); err == nil {
			return q, m[2], true
		}
		return q, rest, false
	}
	if q, name, ok := trailing(rest, rd.System); ok {
		return q, strings.TrimRight(name, " (,"), true
	}
	return q, rest, false
}

// counted reads "2 eggs": a number of things that are alike enough to know what one weighs.
func (rd Reader) counted(l *ReadLine, name string) bool {
	number, rest, ok := strings.Cut(name, " ")
	n, err := unit.ParseNumber(number)
	if !ok || err != nil || !(n > 0) {
		return false
	}
	size := ""
	if m := sizedEgg.FindStringSubmatch(rest); m != nil {
		size, rest = m[1], m[2]
	}
	item, known, _ := rd.named(rest)
	if bare, _, _ := strings.Cut(rest, ","); strings.TrimSuffix(strings.TrimSpace(bare), "s") == "banana" {
		item, known = rd.Shelf.Get("mashed-banana") // it goes into a mix mashed
	}
	if !known {
		return false
	}
	one, countable := pieceGrams[item.ID]
	if !countable {
		l.Fault = fmt.Sprintf("what a single one weighs is not known (%s); write grams, mL or cups.",
			words.Lower(item.Name))
		return true
	}
	if size != "" {
		one = eggGrams[size]
	}
	l.Line.Item, l.Line.Amount = item, unit.OfMass(unit.Grams(one*n))
	l.Note = fmt.Sprintf("One counts as %g g (USDA SR household weights, quoted from memory); weigh it to be sure.",
		one)
	return true
}

// pieceGrams is what one of a thing weighs, without shell or skin, in grams (USDA SR
// household weights, quoted from memory): a large egg, a medium banana.
var pieceGrams = map[string]float64{"egg": 50, "egg-cooked": 50, "mashed-banana": 118}

// noAmount says why a line without an amount has none; "" when it has one that cannot be
// read.
func (rd Reader) noAmount(name string) string {
	if m := vessels.FindStringSubmatch(name); m != nil {
		return fmt.Sprintf("%q can be any size; write grams, mL or cups.", m[1])
	}
	if m := parts.FindString(name); m != "" {
		return fmt.Sprintf("%q says only how much to how much; write grams, mL or cups.", m)
	}
	if m := vague.FindString(name); m != "" {
		return fmt.Sprintf("%q is not an amount; write grams, mL, cups or spoons, or \"as needed\".", m)
	}
	if toTaste.MatchString(name) {
		return "nothing is seasoned to taste here; write grams or spoons."
	}
	if name == "" || !isDigit(name[0]) && !strings.ContainsAny(name[:1], "-.,") {
		return fmt.Sprintf("say how much %s, such as 250 g or 2 cups, or \"as needed\".", words.Cut(name))
	}
	return ""
}

// trailing reads "flour 250 g" and "flour: 2 cups".
func trailing(name string, s unit.System) (q unit.Amount, rest string, ok bool) {
	for i, r := range name {
		if i == 0 || !(r >= '0' && r <= '9') && !strings.ContainsRune("½⅓⅔¼¾⅛⅜⅝⅞⅙⅚", r) {
			continue
		}
		if q, err := unit.Parse(name[i:], s); err == nil {
			return q, strings.TrimRight(name[:i], " :-–—"), true
		}
		return q, name, false
	}
	return q, name, false
}
