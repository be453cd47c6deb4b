package desk

import (
	"slices"
	"time"

	"emblo/core/batch"
	"emblo/core/strict"
	"emblo/core/written"
)

// Batch is a batch as it is kept, with what happened to it, in order.
type Batch struct {
	ID, Code string
	Written  written.Batch
	Events   []BatchEvent
	Ended    bool
	By       string // who made it
	// Unreadable says why what is kept does not read; nobody may use it then.
	Unreadable string
}

// BatchEvent is one thing that happened, with who noted it and when.
type BatchEvent struct {
	ID, By  string
	At      time.Time
	Written written.BatchEvent
}

// ReadBatch reads a batch as it is kept.
func ReadBatch(id, code string, form int, data []byte, ended bool) Batch {
	b := Batch{ID: id, Code: code, Ended: ended}
	w, err := written.Stored[written.Batch](form, data)
	if b.Written = w; err != nil {
		b.Unreadable = err.Error()
	}
	return b
}

// Note adds what happened to a batch, as it is kept.
func (b *Batch) Note(id, by string, at time.Time, form int, data []byte) {
	w, err := written.Stored[written.BatchEvent](form, data)
	if err != nil && b.Unreadable == "" {
		b.Unreadable = err.Error()
	}
	b.Events = append(b.Events, BatchEvent{id, by, at, w})
}

// state returns what a batch has become.
func (d *Desk) State(b *Batch) (batch.State, *strict.Fault) {
	if b.Unreadable != "" {
		return batch.State{}, &strict.Fault{Code: strict.BadValue, Sentence: b.Unreadable}
	}
	m, fault := b.Written.Read(d)
	if fault != nil {
		return batch.State{}, fault
	}
	if mix := b.Written.Mix; m.Recipe.Own && mix != nil && mix.Keeps == nil {
		if r, err := d.Recipe(b.Written.RecipeID); err == nil && r.Own { // as it is said of the recipe now
			m.Recipe = m.Recipe.SaidToKeep(r.Keeps)
			m.Recipe.Unlisted = r.Unlisted
		}
	}
	told := slices.Clone(b.Written.Before)
	for _, e := range b.Events {
		told = append(told, e.Written)
	}
	events := make([]batch.Event, len(told))
	for i, e := range told {
		if events[i], fault = e.Read(d); fault != nil {
			return batch.State{}, fault
		}
	}
	if n := len(b.Written.Before); n > 0 { // a part: it weighs what it weighs, and stands where it stands
		s := batch.Fold(m, events[:n]).Part(m.Mass, m.Room)
		return s.Then(events[n:]), nil
	}
	return batch.Fold(m, events), nil
}

// Weighed returns the jar of a thing in which there is most, as far as they were weighed, with how much.
func (k *Stock) Weighed(item string) (jar string, grams float64, ok bool) {
	for _, j := range k.Jars {
		if n := j.Balance.Amount.Or(0); j.Unreadable == "" && j.Written.ItemID == item && n > grams {
			jar, grams, ok = j.ID, n, true
		}
	}
	return jar, grams, ok
}

// Batch returns a batch that is in use.
func (k *Stock) Batch(id string) (*Batch, bool) {
	at := slices.IndexFunc(k.Batches, func(b Batch) bool { return b.ID == id })
	if at < 0 {
		return nil, false
	}
	return &k.Batches[at], true
}

// WithBatches returns the part with the batches that are not over.
func (k *Stock) WithBatches(all []Batch) *Stock {
	with := *k
	with.Batches = all
	return &with
}

// Free returns how much of a batch of so much is promised to no other set-up, in grams.
func Free(grams float64, promised []written.BatchPromise, but string) float64 {
	for _, p := range promised {
		if p.SetupID != but {
			grams -= p.Grams
		}
	}
	return max(0, grams)
}
