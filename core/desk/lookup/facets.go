package lookup

import (
	"slices"
	"strings"

	"emblo/core/desk"
	"emblo/core/material"
)

// columns is what a search asks of the columns of the shelf, and the words left over for the
// names.
type columns struct {
	words         string
	room          *desk.Room // only what goes in there
	fits          []func(material.Item) bool
	colour        string // what has no other colour comes first
	here, ownOnly bool
}

var roomPhrases = []string{"allowed in ", "allowed for ", "goes in for ", "goes in ", "for ", "in "}

// columns reads a search: phrases between commas, each a column that it names or words of a
// name. A phrase that is both, as "stir" is, is a column where others stand beside it.
func (d LookUp) columns(query string) (c columns) {
	var names []string
	several := strings.Contains(query, ",")
	for _, phrase := range strings.Split(query, ",") {
		phrase = strings.ToLower(strings.TrimSpace(phrase))
		fits := facet(phrase, several)
		switch room := d.roomOf(phrase); {
		case phrase == "":
		case room != nil:
			c.room = room
		case phrase == "in the cupboard" || phrase == "cupboard":
			c.here = true
		case phrase == "our own" || phrase == "own":
			c.ownOnly = true
		case fits != nil:
			c.fits = append(c.fits, fits)
			if slices.Contains(material.Colours(), phrase) {
				c.colour = phrase
			}
		default:
			names = append(names, phrase)
		}
	}
	c.words = strings.Join(names, " ")
	return c
}

// facet returns what a phrase asks of a thing when it names a column, nil when it does not:
// a feel, a part, a colour, what it does in water, "porous", "tidy", how it is cleared away,
// "starts with sh", "trains pinch", or a kind.
func facet(phrase string, several bool) func(material.Item) bool {
	if feel, err := material.ParseFeel(phrase); err == nil && feel.Known() {
		return func(it material.Item) bool {
			has := it.Feel.Words()
			return !slices.ContainsFunc(feel.Words(), func(w string) bool { return !slices.Contains(has, w) })
		}
	}
	is := func(words []string) bool { return slices.Contains(words, phrase) }
	switch {
	case is(material.Colours()):
		return func(it material.Item) bool { return it.Manner.Shows(phrase) }
	case is(material.WaterWords()):
		return func(it material.Item) bool { return it.Manner.Does(phrase) }
	case phrase == "porous":
		return func(it material.Item) bool { return it.Manner.Porous == material.IsSo }
	case phrase == "not porous", phrase == "wipes clean":
		return func(it material.Item) bool { return it.Manner.Porous == material.IsNot }
	case is(material.MessWords()):
		return func(it material.Item) bool { return it.CleanUp().Mess == phrase }
	}
	for _, before := range []string{"starts with ", "begins with ", "first sound ", "sound "} {
		if sound, ok := strings.CutPrefix(phrase, before); ok {
			return func(it material.Item) bool { return material.FirstSound(it.Name) == sound }
		}
	}
	movement, said := strings.CutPrefix(phrase, "trains ")
	if slices.Contains(material.Movements(), movement) && (said || several) {
		return func(it material.Item) bool {
			return slices.Contains(it.Manner.Trains, movement) || it.Plays(material.Part(movement))
		}
	}
	if is(partWords()) {
		return func(it material.Item) bool { return it.Plays(material.Part(phrase)) }
	}
	if several && is(material.CleanUps()) {
		return func(it material.Item) bool { return it.CleanUp().By == phrase }
	}
	if kinds := kindsOf(phrase); several && len(kinds) > 0 {
		return func(it material.Item) bool { return slices.Contains(kinds, it.Kind) }
	}
	return nil
}

func partWords() []string {
	words := make([]string, 0, len(material.Parts()))
	for _, p := range material.Parts() {
		words = append(words, string(p))
	}
	return words
}

// kindsOf returns the kinds that one word or a whole name of a kind means.
func kindsOf(phrase string) []string {
	words := material.Words(phrase)
	return slices.DeleteFunc(material.Kinds(), func(k string) bool {
		return k != phrase && (len(words) != 1 || !slices.Contains(material.Words(k), words[0]))
	})
}

// roomOf returns the room that a phrase names, nil for none.
func (d LookUp) roomOf(phrase string) *desk.Room {
	for _, before := range roomPhrases {
		name, ok := strings.CutPrefix(phrase, before)
		if !ok {
			continue
		}
		for _, r := range d.InOrder {
			if strings.EqualFold(r.Name(), strings.TrimSpace(name)) {
				return r
			}
		}
	}
	return nil
}

func (c columns) fit(it material.Item, here bool) bool {
	for _, fits := range c.fits {
		if !fits(it) {
			return false
		}
	}
	return (!c.here || here) && (!c.ownOnly || it.Own)
}

// order puts what comes in the colour that was asked for before what comes in every colour.
func (c columns) order(items []material.Item) []material.Item {
	if c.colour == "" {
		return items
	}
	items = slices.Clone(items)
	slices.SortStableFunc(items, func(a, b material.Item) int { return c.rank(a) - c.rank(b) })
	return items
}

func (c columns) rank(it material.Item) int {
	if slices.Contains(it.Manner.Colours, c.colour) {
		return 0
	}
	return 1
}
