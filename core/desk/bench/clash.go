package bench

import (
	"slices"
	"strings"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/written"
)

// usualPlay is how long a set-up is played with of which nobody said how long a turn lasts, in minutes (common
// practice).
const usualPlay = 30

// played is a coming set-up with when it is played, by whom, and with what that is there once.
type played struct {
	of       desk.Coming
	from, to clock.Wall
	children int // of the room
	inAll    int
	adults   []string // who does its precautions
	batches  []string
	vessels  []string // of which there is one
}

// home reports whether it is played with at home, when no child of the room is missed and no adult of it watches.
func (p *played) home() bool { return p.of.Play.IsHome() }

func (d Bench) playedOf(of desk.Coming) (played, bool) {
	r, err := d.Reckon(of.Plan)
	if err != nil {
		return played{}, false
	}
	p := r.Setup.PlayersOf(r.Group)
	minutes := usualPlay
	if p.TurnMinutes > 0 {
		minutes = p.TurnMinutes * p.Turns()
	}
	out := played{of: of, from: r.Opening.At, to: r.Opening.At.Plus(minutes, d.Zone), inAll: p.InAll,
		children: len(r.Group.Room().Children)}
	if room, found := d.Find(of.RoomID); found {
		out.children = len(d.ChildrenOn(room, r.Opening.At.Day())) // also where only some of them are judged
	}
	for _, o := range of.Doers {
		if out.home() {
			break
		}
		out.adults = append(out.adults, strings.ToLower(strings.TrimSpace(o.By)))
	}
	for _, place := range of.Places {
		if place.Base != nil && place.Base.BatchID != "" {
			out.batches = append(out.batches, place.Base.BatchID)
		}
		if place.Base == nil {
			continue
		}
		if v, known := d.Settings.Vessel(place.Base.VesselID); known && v.IsOnce() {
			out.vessels = append(out.vessels, v.ID)
		}
	}
	return out, true
}

// Clashes returns for each of the plans that are still to open the others that are played at the same time with
// something that is there once: the same children, where together more would play than the room has, the same adult,
// the same batch, or a vessel of which there is one. One without a clash is not in it.
func (d Bench) Clashes(plans []desk.Coming, now clock.Wall) map[string][]written.Clash {
	var all []played
	for _, p := range plans {
		if p.Opens().Compare(now) < 0 {
			continue
		}
		if one, known := d.playedOf(p); known {
			all = append(all, one)
		}
	}
	out := map[string][]written.Clash{}
	for i := range all {
		for j := range all {
			a, b := &all[i], &all[j]
			if i == j || b.to.Compare(a.from) <= 0 || a.to.Compare(b.from) <= 0 {
				continue
			}
			for _, what := range clashOf(a, b) {
				out[a.of.ID] = append(out[a.of.ID], written.Clash{SetupID: b.of.ID, Setup: b.of.Name,
					Room: d.RoomName(b.of.RoomID), PlayAt: b.of.PlayAt, What: what})
			}
		}
	}
	return out
}

// clashOf returns what two set-ups that are played at the same time both need.
func clashOf(a, b *played) (what []string) {
	if strings.EqualFold(a.of.RoomID, b.of.RoomID) && !a.home() && !b.home() && sameChildren(a, b) {
		what = append(what, written.SameChildren)
	}
	if slices.ContainsFunc(a.adults, func(by string) bool { return slices.Contains(b.adults, by) }) {
		what = append(what, written.SameAdult)
	}
	if slices.ContainsFunc(a.batches, func(id string) bool { return slices.Contains(b.batches, id) }) {
		what = append(what, written.SameBatch)
	}
	if slices.ContainsFunc(a.vessels, func(id string) bool { return slices.Contains(b.vessels, id) }) {
		what = append(what, written.SameVessel)
	}
	return what
}

// sameChildren reports whether some child of a room would play in both of two set-ups: one who is named in both, or any
// where together more play than the room has.
func sameChildren(a, b *played) bool {
	only := func(p *played) []string {
		if p.of.Play == nil {
			return nil
		}
		return p.of.Play.Only
	}
	if mine, theirs := only(a), only(b); len(mine) > 0 && len(theirs) > 0 {
		return slices.ContainsFunc(mine, func(id string) bool { return slices.Contains(theirs, id) })
	}
	return a.inAll+b.inAll > a.children
}
