package preparing

import (
	"cmp"
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/keep"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/written"
)

// due is a coming plan that is prepared for: what it came to, and at what minute it opens.
type due struct {
	of    *desk.Coming
	r     bench.Reckoned
	room  *desk.Room
	opens int
}

// spot is a place of one of the plans that are prepared for.
type spot struct{ due, place int }

// together is one batch for the mixes of several set-ups: the first of its spots makes it.
type together struct {
	plan.Together
	spots []spot
}

func (w *together) makes(s spot) bool { return w.spots[0] == s }

// shares finds which mixes are made in one batch, by spot: those of the same recipe and colours that keep
// from one opening to the next and go in for each of the rooms. What was begun stays for those that it was
// begun for, whatever has been planned or dropped since.
func (d Preparing) shares(dues []due, ticks []PrepTick) map[spot]*together {
	all := map[spot]*together{}
	for i := range dues {
		for place := range dues[i].r.Places {
			first := spot{i, place}
			m := dues[i].r.Places[place].Mix
			if m == nil || m.Stored != nil || all[first] != nil || ticked(ticks, dues[i].asideID(place)) {
				continue
			}
			with, begun := begunFor(ticks, &dues[i], place)
			w := &together{spots: []spot{first}}
			var others []*plan.MixAnswer
			for j := i + 1; j < len(dues); j++ {
				for other := range dues[j].r.Places {
					o := dues[j].r.Places[other].Mix
					if at := (spot{j, other}); o != nil && all[at] == nil && d.shared(&dues[i], &dues[j], m, o) &&
						!(begun && !slices.Contains(with, dues[j].of.ID)) && !alone(ticks, &dues[j], other) {
						w.spots, others = append(w.spots, at), append(others, o)
						break // one place of a set-up, so that each portion is set aside once
					}
				}
			}
			var err error
			if len(others) == 0 {
				continue
			}
			if w.Together, err = m.MadeWith(others, dues[i].room.Measures); err != nil {
				continue // it is too much for one batch
			}
			for _, s := range w.spots {
				all[s] = w
			}
		}
	}
	return all
}

// shared reports whether the mix of one set-up is enough of what another one needs that opens later.
func (d Preparing) shared(a, b *due, m, o *plan.MixAnswer) bool {
	k := m.Recipe.Keeping()
	days := b.r.Opening.At.Day().Sub(a.r.Opening.At.Day())
	switch {
	case m.Recipe.ID != o.Recipe.ID || m.Colours != o.Colours || o.Stored != nil:
		return false
	case m.Recipe.Facts(m.Portion) != o.Recipe.Facts(m.Portion):
		return false // other packets go in, by what their labels say
	case k.OneGroup() || k.Out > 0 || m.Recipe.Play().Stands > 0:
		return false // each group has its own, made for it
	case a.room.Roster.Illness || b.room.Roster.Illness:
		return false
	case days == 0:
		return true
	}
	// It may be made on the day before it is first played with.
	return days < shareDays && days+1 <= k.Days && !d.Settings.Policy.SameDayMixes
}

// shareDays is within how many days set-ups open that have one batch: a week, so that nobody cooks for a
// month at once (common practice).
const shareDays = 7

// asideID names the step that sets the portion of a place aside from a batch that is made for another one.
// It does not say for which: that may be over by then.
func (d *due) asideID(place int) string {
	h := fnv.New32a()
	fmt.Fprint(h, d.r.Places[place].Mix.Recipe.ID)
	return fmt.Sprintf("%s/made-%d/aside-%08x", d.of.ID, place, h.Sum32())
}

// isAside reports whether a step sets a portion of one of its places aside.
func (d *due) isAside(step string) bool {
	for place := range d.r.Places {
		if m := d.r.Places[place].Mix; m != nil && m.Stored == nil && step == d.asideID(place) {
			return true
		}
	}
	return false
}

func ticked(ticks []PrepTick, step string) bool {
	return slices.ContainsFunc(ticks, func(t PrepTick) bool { return t.Step == step })
}

// begunFor reports whether the mix of a place was begun, and for which other set-ups.
func begunFor(ticks []PrepTick, d *due, place int) (with []string, begun bool) {
	made := d.of.ID + "/" + madeName(place) + "/"
	for _, t := range ticks {
		if strings.HasPrefix(t.Step, made) {
			with, begun = append(with, t.With...), true
		}
	}
	return with, begun
}

// alone reports whether the mix of a place was begun for its own set-up, rather than set aside from another.
func alone(ticks []PrepTick, d *due, place int) bool {
	made, aside := d.of.ID+"/"+madeName(place)+"/", d.asideID(place)
	return slices.ContainsFunc(ticks, func(t PrepTick) bool {
		return strings.HasPrefix(t.Step, made) && t.Step != aside
	})
}

// others are the set-ups that have a part of a batch, but for the one that makes it.
func (w *together) others(dues []due) (ids []string) {
	for _, s := range w.spots[1:] {
		ids = append(ids, dues[s.due].of.ID)
	}
	return ids
}

// aside is what sets the portion of a place aside, closed, from a batch that is made by then, before it is
// played with at a minute.
func (d *due) aside(place int, after []string, until int) job {
	m := d.r.Places[place].Mix
	text := say.F("Set aside {mass} of {recipe} for {room}, closed airtight", m.Batch.Need, m.Recipe.Within(),
		say.Copied(d.room.Name()))
	if m.Recipe.Keeping().Where == keep.Chilled {
		text = say.F("Set aside {mass} of {recipe} for {room}, closed, in the fridge", m.Batch.Need, m.Recipe.Within(),
			say.Copied(d.room.Name()))
	}
	j := d.job(recipe.Step{Text: text, Minutes: asideMinutes})
	j.ID, j.After, j.Until = d.asideID(place), after, until
	return j
}

// asideMinutes is how long a portion takes to be weighed out and closed (common practice).
const asideMinutes = 3

// writeTogether writes what one batch is made of and for whom.
func (d Preparing) writeTogether(w *together, dues []due) *written.PrepTogether {
	out := &written.PrepTogether{MadeG: w.Batch.Made.Grams()}
	for _, s := range w.spots {
		of := &dues[s.due]
		out.For = append(out.For, written.PrepShare{SetupID: of.of.ID, Setup: of.of.Name, Room: of.room.Name(),
			Grams: of.r.Places[s.place].Mix.Batch.Need.Grams()})
	}
	for _, a := range w.Batch.Amounts {
		out.Amounts = append(out.Amounts, d.Pen.Amount(a))
	}
	return out
}

// inOrder sorts what is prepared for by when it opens.
func inOrder(dues []due) {
	slices.SortStableFunc(dues, func(a, b due) int {
		return cmp.Or(cmp.Compare(a.opens, b.opens), cmp.Compare(a.of.ID, b.of.ID))
	})
}
