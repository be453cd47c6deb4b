package scale

import (
	"math"

	"emblo/core/unit"
)

// maxMeasures bounds the size of a measure set that is searched.
const maxMeasures = 16

// scoops is how often each measure of a set is filled level, largest measure first.
type scoops [maxMeasures]int32

// count returns the fillings in all.
func (s *scoops) count() (n int) {
	for _, c := range s {
		n += int(c)
	}
	return n
}

// Near returns the fewest fillings that come within a share of a volume, largest first; none where none do.
func Near(v unit.Volume, share float64, set unit.MeasureSet) (all []Scoop) {
	search := newScoopSearch(set)
	ml := v.Millilitres()
	if search.n == 0 || !search.fewest(ml*(1-share), ml*(1+share), ml) {
		return nil
	}
	for i, n := range search.nearest[:search.n] {
		if n > 0 {
			all = append(all, Scoop{set.At(i), int(n)})
		}
	}
	return all
}

// scoopSearch finds level fillings of the measures of a set that come to a volume.
type scoopSearch struct {
	n      int
	volume [maxMeasures]float64 // mL, largest first
	per    [maxMeasures]float64 // fillings for 1 mL

	low, high, target float64
	counts            scoops
	found             bool
	best              int     // fillings of the best answer so far, or the most that may be
	miss              float64 // how far nearest is from the target
	nearest, largest  scoops  // of the answers with the fewest fillings
	most              float64 // volume of largest
}

func newScoopSearch(set unit.MeasureSet) scoopSearch {
	s := scoopSearch{n: min(set.Len(), maxMeasures)}
	for i := range s.n {
		s.volume[i] = set.At(i).Volume().Millilitres()
		s.per[i] = 1 / s.volume[i]
	}
	return s
}

// fewest finds the least number of fillings whose volume lies between low
// and high, both in mL and above 0, and leaves the answers nearest the target and largest in
// the search. It reports false when no such number of fillings lies there.
//
// It goes through the measures from the largest, taking as many as fit and then fewer, and
// gives up a branch when even the next measure alone could not reach low in as few fillings
// as the best answer so far. So the answer is the optimum, for any set.
func (s *scoopSearch) fewest(low, high, target float64) bool {
	s.low, s.high, s.target, s.best, s.found = low*under, high*over, target, math.MaxInt32, false
	s.counts = scoops{}
	s.try(0, 0, 0)
	return s.found
}

func (s *scoopSearch) try(i, count int, used float64) {
	if used >= s.low {
		s.answer(count, used)
	}
	if i == s.n {
		return
	}
	v := s.volume[i]
	for take := max(0, min(int((s.high-used)*s.per[i]), s.best-count)); take >= 0; take-- {
		after := used + float64(take)*v
		if short := s.low - after; short > 0 {
			if i+1 == s.n {
				return
			}
			// The next measure is at most as large, so this many more are needed.
			if count+take+int(short*s.per[i+1]+nearlyOne) > s.best {
				return
			}
		} else if count+take > s.best {
			continue
		}
		s.counts[i] = int32(take)
		s.try(i+1, count+take, after)
		s.counts[i] = 0
	}
}

func (s *scoopSearch) answer(count int, used float64) {
	miss := math.Abs(used - s.target)
	switch {
	case count < s.best, !s.found:
		s.found, s.best, s.miss, s.nearest, s.most, s.largest = true, count, miss, s.counts, used, s.counts
	case count == s.best && Surely(miss, s.miss):
		s.miss, s.nearest = miss, s.counts
	}
	if count == s.best && used > s.most {
		s.most, s.largest = used, s.counts
	}
}

// largestWithin returns the largest volume up to high that at most so many fillings come
// to, and the fillings.
func (s *scoopSearch) largestWithin(high float64, fillings int) (volume float64, best scoops) {
	var counts scoops
	var try func(i, left int, used float64)
	try = func(i, left int, used float64) {
		if used > volume {
			volume, best = used, counts
		}
		if i == s.n || left == 0 {
			return
		}
		next := 0.0 // what one filling of the next measure holds
		if i+1 < s.n {
			next = s.volume[i+1]
		}
		for take := min(left, int((high-used)*over/s.volume[i])); take >= 0; take-- {
			// The next measures are at most as large, so fewer fillings of this hold less.
			if volume >= high || used+float64(take)*s.volume[i]+float64(left-take)*next <= volume {
				return
			}
			counts[i] = int32(take)
			try(i+1, left-take, used+float64(take)*s.volume[i])
			counts[i] = 0
		}
	}
	try(0, fillings, 0)
	return volume, best
}

// closest takes each measure as often as it fits and rounds the last one: never none at all
// for a volume above 0.
func (s *scoopSearch) closest(ml float64) scoops {
	var counts scoops
	for i, v := range s.volume[:s.n] {
		counts[i] = int32(ml / v)
		if i == s.n-1 {
			counts[i] = int32(math.Round(ml / v))
		}
		ml -= float64(counts[i]) * v
	}
	if counts.count() == 0 {
		counts[s.n-1] = 1
	}
	return counts
}

func (s *scoopSearch) volumeOf(c *scoops) (ml float64) {
	for i, n := range c[:s.n] {
		ml += float64(n) * s.volume[i]
	}
	return ml
}
