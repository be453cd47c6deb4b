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
			if place.Base == nil || place.Base.BatchID == "" {
				continue
			}
			out[place.Base.BatchID] = append(out[place.Base.BatchID], written.BatchPromise{SetupID: p.ID, Setup: p.Name,
				PlayAt: p.PlayAt, Grams: r.Places[i].Mix.Batch.Need.Grams()})
		}
	}
	return out
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
