package lookup

import (
	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/pen"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/words"
	"emblo/core/written"
)

// Board returns the shelf with the mark of every thing for one room and use: what matches
// the words best first, all of it in its order when there are none. Words between commas may
// also name a column: see facets.go. "red, allowed in Lanterns" marks the shelf for that room.
func (d LookUp) Board(roomID, useWord, query string, today age.Date) ([]written.BoardItem, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return nil, fault
	}
	_, g, err := d.Group(roomID, "/room_id", today)
	if err != nil {
		return nil, err
	}
	words, _, _ := age.Cut(query)
	asks := d.columns(words)
	if asks.room != nil {
		if g, err = d.GroupOn(asks.room, today); err != nil {
			return nil, strict.Bad("/q", "%s cannot be planned for: %s.", asks.room.Name(), err)
		}
	}
	items := d.Items()
	if asks.words != "" {
		items = d.Shelf.Search(asks.words, len(items))
	}
	board := make([]written.BoardItem, 0, len(items))
	for _, it := range asks.order(items) {
		if !asks.fit(it, d.Here[it.ID]) {
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

func (d LookUp) boardItem(it material.Item, j naming.Judged) written.BoardItem {
	b := written.BoardItem{ID: it.ID, Name: d.Pen.Name(it.ID, it.Name), Detail: d.Pen.Text(it.Facts.Size()),
		Kind:  d.Pen.Text(say.Copied(it.Kind)),
		Parts: parts(it), Feel: words.Some(it.Feel.Words()), Judged: pen.Usual(j.Verdict, j.Usual()),
		Own: it.Own, InCupboard: d.Here[it.ID]}
	if f, ok := j.First(); ok {
		b.Reason = d.Pen.Text(f.InShort())
	}
	return b
}
