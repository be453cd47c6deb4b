package written

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/words"
)

// name reads a name that a person gives something: trimmed, and not empty.
func name(pointer, text, ask string) (string, *strict.Fault) {
	if text = strings.TrimSpace(text); text == "" {
		return "", strict.Bad(pointer, "%s.", ask)
	}
	return text, nil
}

// Roster reads a room into the core's terms. Names are trimmed and initials put in
// capitals, which WriteRoom then writes.
func (r Room) Roster() (room.Roster, *strict.Fault) {
	out := room.Roster{Adults: r.Adults, Drawer: r.Drawer, NutFree: r.NutFree, Illness: r.Illness, Pet: r.Pet}
	var f *strict.Fault
	if out.Name, f = name("/name", r.Name, "Give the room a name"); f != nil {
		return out, f
	}
	var err error
	switch {
	case r.Adults < 0 || r.Adults > room.MaxAdults:
		return out, strict.Bad("/adults", "Adults must be between 0 and %d, not %d.", room.MaxAdults, r.Adults)
	case len(r.Children) == 0:
		return out, strict.Bad("/children", "Add at least one child: without ages nothing can be checked.")
	}
	if out.System, err = unit.ParseSystem(r.Measures); err != nil {
		return out, strict.Bad("/measures", "Choose US cups, metric cups or Australian spoons.")
	}
	if out.Own, f = ownMeasures(r.OwnMeasures); f != nil {
		return out, f.Under("/own_measures")
	}
	if _, err := out.Measures(); err != nil {
		return out, strict.Bad("/drawer", "Choose the cups and spoons from the list: %s.", err)
	}
	for i, w := range r.Customs {
		c, err := room.ParseCustom(w)
		if err != nil {
			return out, strict.Bad(fmt.Sprintf("/customs/%d", i), "What families here keep from: %s.", err)
		}
		if slices.Contains(out.Customs, c) {
			return out, strict.Bad(fmt.Sprintf("/customs/%d", i), "%s is there twice.", w)
		}
		out.Customs = append(out.Customs, c)
	}
	if out.Strikes, f = routine("/strikes", r.Strikes); f != nil {
		return out, f
	}
	if out.Free, f = readFree(r.Prep); f != nil {
		return out, f
	}
	if f = readHands(r.PrepHands); f != nil {
		return out, f
	}
	out.Hands = r.PrepHands
	seen := make(map[string]bool, len(r.Children))
	for i, c := range r.Children {
		at := fmt.Sprintf("/children/%d", i)
		p, f := c.person()
		if f != nil {
			return out, f.Under(at)
		}
		if seen[p.ID] {
			return out, strict.Bad(at+"/id", "The same child is in the list twice.")
		}
		seen[p.ID] = true
		out.Children = append(out.Children, p)
	}
	return out, nil
}

// ownMeasures reads what was filled and weighed; pointers are below the list.
func ownMeasures(all []OwnMeasure) (own []room.OwnMeasure, fault *strict.Fault) {
	for i, o := range all {
		at := fmt.Sprintf("/%d", i)
		it, ok := material.Standard().Get(o.With)
		if !ok {
			return nil, strict.Bad(at+"/with", "Choose what the measure was filled with.")
		}
		m, err := unit.Weighed(o.Name, unit.Grams(o.Grams), it.Density)
		if err != nil {
			return nil, strict.Bad(at+"/grams", "The measure %q cannot be used: %s.", words.Cut(o.Name), err)
		}
		if slices.ContainsFunc(own, func(x room.OwnMeasure) bool { return x.Label() == m.Label() }) {
			return nil, strict.Bad(at+"/name", "Two measures are called %q.", words.Cut(m.Label()))
		}
		own = append(own, room.OwnMeasure{Measure: m, With: it.ID, Content: unit.Grams(o.Grams), Scoops: o.Scoops})
	}
	return own, nil
}

// WriteHolds writes what the measures of a room's own hold; never nil.
func WriteHolds(own []room.OwnMeasure) []NamedVolume {
	holds := make([]NamedVolume, len(own))
	for i, o := range own {
		holds[i] = NamedVolume{o.Label(), math.Round(o.Volume().Millilitres()*10) / 10}
	}
	return holds
}

// CheckOn reports the first child that cannot be of this age on a day.
func (r Room) CheckOn(day age.Date) *strict.Fault {
	for i, c := range r.Children {
		born, err := age.ParseMonth(c.Born)
		if err == nil {
			err = room.CheckBorn(born, day)
		}
		if err != nil {
			return strict.Bad(fmt.Sprintf("/children/%d/born", i), "%s has %s.", words.Cut(c.Initials), err)
		}
	}
	return nil
}

var twoLetters = regexp.MustCompile(`^[A-Z]{2}$`)

// IsID reports whether a text is a UUID as RFC 9562 writes it, in letters of any case.
func IsID(text string) bool {
	if len(text) != 36 {
		return false
	}
	for i, c := range []byte(text) {
		switch i {
		case 8, 13, 18, 23:
			if c != '-' {
				return false
			}
		default:
			if lower := c | 0x20; (c < '0' || c > '9') && (lower < 'a' || lower > 'f') {
				return false
			}
		}
	}
	return true
}

var triWords = map[string]room.Tri{"unknown": room.Unknown, "no": room.No, "yes": room.Yes}

// WordOf writes yes, no or unknown.
func WordOf(t room.Tri) string {
	for word, v := range triWords {
		if v == t {
			return word
		}
	}
	return ""
}

// person reads a child; pointers are below it.
func (c Child) person() (p room.Person, f *strict.Fault) {
	p = room.Person{ID: strings.ToLower(c.ID), Initials: strings.ToUpper(strings.TrimSpace(c.Initials)),
		Swallowing: c.Needs.Swallowing, Asthma: c.Needs.Asthma, Eczema: c.Needs.Eczema}
	if !IsID(p.ID) {
		return p, strict.Bad("/id", "A child needs an id of its own.")
	}
	if !twoLetters.MatchString(p.Initials) {
		return p, strict.Bad("/initials", "Give two letters for the child, A to Z; never a name.")
	}
	var err error
	if p.Born, err = age.ParseMonth(c.Born); err != nil {
		return p, strict.Bad("/born", "Give %s a birth month, such as 2024-05.", p.Initials)
	}
	var known bool
	if p.Mouths, known = triWords[c.Mouths]; !known {
		return p, strict.Bad("/mouths", "Say for %s whether things go in the mouth: yes, no or not known.", p.Initials)
	}
	if d := c.DevelopmentalMonths; d != nil {
		if *d < 0 || *d > room.Oldest {
			return p, strict.Bad("/developmental_months", "A developmental age is between 0 and %d months.", room.Oldest)
		}
		p.Developmental = room.SetMonths(*d)
	}
	for i, a := range c.Allergies {
		allergy, f := a.read(p.Initials)
		if f != nil {
			return p, f.Under(fmt.Sprintf("/allergies/%d", i))
		}
		p.Allergies = append(p.Allergies, allergy...)
	}
	f = c.Needs.read(&p)
	return p, f
}

var wayWords = map[string]room.Way{"eating": room.ByEating, "touch": room.ByTouchOrAir}

// read reads one declared allergy. A word that means several allergens declares each, and so
// does a note in everyday words: other, "nuts" is an allergy to both kinds.
func (a Allergy) read(who string) ([]room.Allergy, *strict.Fault) {
	all, err := allergen.ParseAll(a.To)
	by, known := wayWords[a.By]
	if err != nil || !known {
		return nil, strict.Bad("", "Choose what %s is allergic to, and whether by eating or by touch.", who)
	}
	note := strings.TrimSpace(a.Note)
	if all[0] == allergen.Other {
		if note == "" {
			return nil, strict.Bad("/note", "Note what %s is allergic to.", who)
		}
		if meant, err := allergen.ParseAll(note); err == nil {
			all = meant
		}
	}
	allergies := make([]room.Allergy, len(all))
	for i, to := range all {
		allergies[i] = room.Allergy{To: to, By: by, Note: note}
	}
	return allergies, nil
}

func (n Needs) read(p *room.Person) *strict.Fault {
	for i, word := range n.Eaten {
		set, err := allergen.ParseContents(word)
		if err != nil {
			return strict.Bad(fmt.Sprintf("/needs/eaten/%d", i),
				"Choose what has been eaten at home from the list of allergens.")
		}
		p.Tried |= set
	}
	for field, row := range map[string]struct {
		words []string
		into  *room.Senses
	}{"avoids": {n.Avoids, &p.Avoids}, "seeks": {n.Seeks, &p.Seeks}} {
		for i, word := range row.words {
			sense, err := room.ParseSense(word)
			if err != nil {
				return strict.Bad(fmt.Sprintf("/needs/%s/%d", field, i),
					"Note whether the child avoids or seeks sticky, wet, loud or scented things.")
			}
			*row.into |= sense
		}
	}
	return nil
}

// routine reads lines of the routine by their ids.
func routine(at string, ids []string) (r room.Routine, f *strict.Fault) {
	for i, id := range ids {
		h, err := room.ParseHabit(id)
		if err != nil {
			return 0, strict.Bad(fmt.Sprintf("%s/%d", at, i), "The routine: %s.", err)
		}
		if r.Covers(room.RoutineOf(h)) {
			return 0, strict.Bad(fmt.Sprintf("%s/%d", at, i), "The routine: %q stands there twice.", id)
		}
		r |= room.RoutineOf(h)
	}
	return r, nil
}

// writeRoutine writes the ids of a routine; nil for none.
func writeRoutine(r room.Routine) (ids []string) {
	for _, h := range r.Habits() {
		ids = append(ids, h.String())
	}
	return ids
}

// WriteRoom writes a room; reading it gives the same room again.
func WriteRoom(r room.Roster) Room {
	out := Room{Name: r.Name, Adults: r.Adults, Measures: r.System.String(), Drawer: append([]string{}, r.Drawer...),
		NutFree: r.NutFree,
		Illness: r.Illness, Pet: r.Pet, Children: make([]Child, len(r.Children))}
	for _, c := range r.Customs {
		out.Customs = append(out.Customs, string(c))
	}
	for _, o := range r.Own {
		out.OwnMeasures = append(out.OwnMeasures, OwnMeasure{o.Label(), o.With, o.Content.Grams(), o.Scoops})
	}
	out.Strikes = writeRoutine(r.Strikes)
	out.Prep, out.PrepHands = WriteFree(r.Free), r.Hands
	for i, p := range r.Children {
		out.Children[i] = writeChild(p)
	}
	return out
}

// WriteClass writes how the lines of a class were read; never nil.
func WriteClass(lines []room.ClassLine) []ClassLine {
	out := make([]ClassLine, len(lines))
	for i, l := range lines {
		out[i] = ClassLine{Number: l.Number, Text: l.Text, Fault: l.Fault}
		if l.Fault == "" {
			c := writeChild(l.Child)
			out[i].Child = &c
		}
	}
	return out
}

func writeChild(p room.Person) Child {
	c := Child{ID: p.ID, Initials: p.Initials, Born: p.Born.String(), Mouths: WordOf(p.Mouths), Allergies: []Allergy{},
		Needs: Needs{Swallowing: p.Swallowing, Asthma: p.Asthma, Eczema: p.Eczema, Eaten: []string{},
			Avoids: append([]string{}, p.Avoids.Words()...), Seeks: append([]string{}, p.Seeks.Words()...)}}
	if months, set := p.Developmental.Get(); set {
		c.DevelopmentalMonths = &months
	}
	for _, a := range p.Allergies {
		by := "eating"
		if a.By == room.ByTouchOrAir {
			by = "touch"
		}
		c.Allergies = append(c.Allergies, Allergy{a.To.String(), by, a.Note})
	}
	for _, a := range p.Tried.List() {
		c.Needs.Eaten = append(c.Needs.Eaten, a.String())
	}
	return c
}
