package batches

import (
	"emblo/core/age"
	"emblo/core/say"
	"emblo/core/written"
)

// ToldDate is until when people were told that a batch keeps, and how much had happened to it by then.
type ToldDate struct {
	Until  string
	Events int
}

// Moved returns the batches in use whose date is another than people were told, though nothing has happened to them
// since, and the dates to keep of those of which that is not so. What nobody was told of yet has moved where something
// in it decides, which once did not: what was made before today only.
func (d Batches) Moved(told map[string]ToldDate, today age.Date) (moved []written.MovedBatch,
	keep map[string]ToldDate) {
	keep = make(map[string]ToldDate)
	moved = []written.MovedBatch{}
	for i := range d.Batches {
		b := &d.Batches[i]
		s, fault := d.State(b)
		if fault != nil || b.Ended {
			continue
		}
		l := s.Keeps()
		now := ToldDate{l.On.String(), len(b.Events)}
		was, known := told[b.ID]
		switch {
		case known && was == now:
			continue
		case known && was.Events == now.Events, !known && s.PartDecides() && today.After(s.Made.On):
			moved = append(moved, written.MovedBatch{ID: b.ID, Code: b.Code, Name: b.Written.Name, Was: was.Until,
				Until: now.Until, Why: d.Pen.Text(say.Sentence(l.Why))})
		default:
			keep[b.ID] = now
		}
	}
	return moved, keep
}

// Told returns the date that people are told of a batch in use; ok is false where there is none.
func (d Batches) Told(id string) (now ToldDate, ok bool) {
	for i := range d.Batches {
		if b := &d.Batches[i]; b.ID == id {
			s, fault := d.State(b)
			if fault != nil {
				return now, false
			}
			return ToldDate{s.Keeps().On.String(), len(b.Events)}, true
		}
	}
	return now, false
}
