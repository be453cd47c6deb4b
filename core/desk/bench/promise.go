package bench

import (
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/written"
)

// Promised returns what those of some plans that are still to open take of each batch, by its id, in the order of the
// plans.
func (d Bench) Promised(plans []desk.Coming, now clock.Wall) map[string][]written.BatchPromise {
	out := map[string][]written.BatchPromise{}
	for _, p := range plans {
		if p.Opens().Compare(now) < 0 || !p.FromBatch() {
			continue
		}
		r, err := d.Reckon(p.Plan)
		if err != nil {
			continue
		}
		for i, place := range p.Places {
			mix := r.Places[i].Mix
			if place.Base == nil || place.Base.BatchID == "" || mix == nil {
				continue
			}
			out[place.Base.BatchID] = append(out[place.Base.BatchID], written.BatchPromise{SetupID: p.ID, Setup: p.Name,
				PlayAt: p.PlayAt, Grams: mix.Batch.Need.Grams()})
		}
	}
	return out
}
