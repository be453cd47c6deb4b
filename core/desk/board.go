package desk

import (
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/written"
)

// Board returns the shelf with the mark of every thing for one room and use: what matches
// the words best first, all of it in its order when there are none. Words between commas may
// also name a column: a feel, a part, a kind, "in the cupboard", "our own", or a room, as in
// "wet, allowed in Puddles", which marks the shelf for that room.
func (d *Desk) Board(roomID, useWord, query string, today age.Date) ([]written.BoardItem, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return nil, fault
	}
	_, g, err := d.group(roomID, "/room_id", today)
	if err != nil {
		return nil, err
	}
	words, _, _ := age.Cut(query)
	asks := d.columns(words)
	if asks.room != nil {
		if g, err = d.groupOn(asks.room, today); err != nil {
			return nil, written.Bad("/q", "%s cannot be planned for: %s.", asks.room.Name(), err)
		}
	}
	items := d.Items()
	if asks.words != "" {
		items = d.Shelf.Search(asks.words, len(items))
	}
	board := make([]written.BoardItem, 0, len(items))
	for _, it := range items {
		if !asks.fit(it, d.here[it.ID]) {
			continue
		}
		j := naming.Only(it).Judge(g, naming.Ask{Use: use, Subject: d.Subject}.Somewhere())
		if asks.room != nil && !j.Verdict.Ready() {
			continue
		}
		board = append(board, d.boardItem(it, j))
	}
	return board, nil
}

func (d *Desk) boardItem(it material.Item, j naming.Judged) written.BoardItem {
	b := written.BoardItem{ID: it.ID, Name: it.Name, Detail: it.Facts.Size(), Kind: it.Kind, Parts: parts(it), Feel: some(it.Feel.Words()), Judged: written.WriteVerdict(j.Verdict),
		Own: it.Own, InCupboard: d.here[it.ID]}
	if f, ok := j.First(); ok {
		b.Reason = f.Title
	}
	return b
}

// columns is what a search asks of the columns of the shelf, and the words left over for the
// names.
type columns struct {
	words         string
	room          *Room // only what goes in there
	feel, parts   []string
	kinds         []string
	here, ownOnly bool
}

var roomPhrases = []string{"allowed in ", "allowed for ", "goes in for ", "goes in ", "for ", "in "}

func (d *Desk) columns(query string) (c columns) {
	var names []string
	for _, phrase := range strings.Split(query, ",") {
		phrase = strings.ToLower(strings.TrimSpace(phrase))
		feel, err := material.ParseFeel(phrase)
		kinds := kindsOf(phrase)
		switch room := d.roomOf(phrase); {
		case phrase == "":
		case room != nil:
			c.room = room
		case phrase == "in the cupboard" || phrase == "cupboard":
			c.here = true
		case phrase == "our own" || phrase == "own":
			c.ownOnly = true
		case err == nil && feel.Known():
			c.feel = append(c.feel, feel.Words()...)
		case slices.Contains(material.Parts(), material.Part(phrase)):
			c.parts = append(c.parts, phrase)
		case len(kinds) > 0 && strings.Contains(query, ","):
			c.kinds = append(c.kinds, kinds...)
		default:
			names = append(names, phrase)
		}
	}
	c.words = strings.Join(names, " ")
	return c
}

// kindsOf returns the kinds that one word or a whole name of a kind means.
func kindsOf(phrase string) []string {
	words := material.Words(phrase)
	return slices.DeleteFunc(material.Kinds(), func(k string) bool {
		return k != phrase && (len(words) != 1 || !slices.Contains(material.Words(k), words[0]))
	})
}

// roomOf returns the room that a phrase names, nil for none.
func (d *Desk) roomOf(phrase string) *Room {
	for _, before := range roomPhrases {
		name, ok := strings.CutPrefix(phrase, before)
		if !ok {
			continue
		}
		for _, r := range d.rooms {
			if strings.EqualFold(r.Name(), strings.TrimSpace(name)) {
				return r
			}
		}
	}
	return nil
}

func (c columns) fit(it material.Item, here bool) bool {
	feel := it.Feel.Words()
	for _, w := range c.feel {
		if !slices.Contains(feel, w) {
			return false
		}
	}
	for _, p := range c.parts {
		if !it.Plays(material.Part(p)) {
			return false
		}
	}
	return (len(c.kinds) == 0 || slices.Contains(c.kinds, it.Kind)) && (!c.here || here) && (!c.ownOnly || it.Own)
}
