package safety

import (
	"cmp"
	"slices"

	"emblo/core/room"
)

// Care is a precaution that a thing asks for.
type Care struct {
	Precaution
	// Covered says that the routine of the group does it at every tub anyway.
	Covered bool
	rank    int
}

// gravest are rules whose precautions stand before all others, whatever their family: adults who are missing, then what
// kills or burns within minutes.
var gravest = map[string]int{"ratio": -2, "water": -1, "hot": -1}

// Cares returns what findings that need a hand ask for in a group that keeps a routine, each precaution once.
func Cares(findings []Finding, keeps room.Routine) (all []Care) {
	for _, f := range findings {
		if f.Verdict != WithAHand {
			continue
		}
		for _, p := range f.Do {
			rank := f.rank
			if r, is := gravest[f.Rule]; is {
				rank = r
			}
			at := slices.IndexFunc(all, func(c Care) bool { return c.Is(p) })
			if at < 0 {
				all = append(all, Care{p, p.takes != 0 && keeps.Covers(p.takes), rank})
				continue
			}
			all[at].rank = min(all[at].rank, rank)
		}
	}
	return all
}

// Gathered is a precaution of several things at once.
type Gathered struct {
	*Care // as the first of them asks for it
	rank  int
	// Of are the places of those that ask for it among all that were given.
	Of []int
}

// Gather puts the precautions of several things together: each once, the most serious first, else in the order of the
// things.
func Gather(things [][]Care) []Gathered {
	asked := 0
	for _, cares := range things {
		asked += len(cares)
	}
	all, times, which := make([]Gathered, 0, asked), make([]int, 0, asked), make([]int, 0, asked)
	for _, cares := range things {
		for i := range cares {
			c := &cares[i]
			at := slices.IndexFunc(all, func(g Gathered) bool { return g.Is(c.Precaution) })
			if at < 0 {
				all, times, at = append(all, Gathered{Care: c, rank: c.rank}), append(times, 0), len(all)
			}
			all[at].rank = min(all[at].rank, c.rank)
			times[at]++
			which = append(which, at)
		}
	}
	places := make([]int, asked) // of all of them, one after the other
	for at, n := range times {
		all[at].Of, places = places[:0:n], places[n:]
	}
	for i, cares := range things {
		for range cares {
			g := &all[which[0]]
			g.Of, which = append(g.Of, i), which[1:]
		}
	}
	slices.SortStableFunc(all, func(a, b Gathered) int { return cmp.Compare(a.rank, b.rank) })
	return all
}
