package recipe

import (
	"math"

	"emblo/core/unit"
)

// maxMeasures bounds the size of a measure set that is searched.
const maxMeasures = 16

// fewestScoops returns how many level fillings of each measure of the set (largest
// first) come to ml within the relative tolerance, in the fewest fillings; at a tie, the
// smallest miss. When nothing comes within it, the closest answer of whole fillings is
// returned: never none at all for ml above 0 and a set that is not empty.
//
// The search goes through the measures from the largest, taking as many as fit and then
// fewer, and gives up a branch when even the current measure alone could not reach the
// amount in fewer fillings than the best answer so far.
func fewestScoops(ml, tolerance float64, set unit.MeasureSet) []int {
	s := newScoopSearch(set)
	if s.n == 0 {
		return nil
	}
	counts := s.fewest(ml, tolerance)
	return counts[:s.n]
}

func newScoopSearch(set unit.MeasureSet) scoopSearch {
	s := scoopSearch{n: min(set.Len(), maxMeasures)}
	for i := range s.n {
		s.volume[i] = set.At(i).Volume().Millilitres()
	}
	return s
}

// fewest is fewestScoops for the set of the search, which must not be empty.
func (s *scoopSearch) fewest(ml, tolerance float64) [maxMeasures]int {
	s.low, s.high, s.target, s.best, s.miss = ml*(1-tolerance), ml*(1+tolerance), ml, math.MaxInt, 0
	s.counts = [maxMeasures]int{}
	s.try(0, 0, 0)
	if s.best == math.MaxInt {
		var counts [maxMeasures]int
		copy(counts[:], closest(ml, s.volume[:s.n]))
		return counts
	}
	return s.answer
}

type scoopSearch struct {
	low, high, target float64
	volume            [maxMeasures]float64
	counts, answer    [maxMeasures]int
	n, best           int
	miss              float64
}

func (s *scoopSearch) try(i, count int, used float64) {
	if used >= s.low {
		miss := math.Abs(used - s.target)
		if count < s.best || count == s.best && miss < s.miss-1e-9 {
			s.best, s.miss, s.answer = count, miss, s.counts
		}
	}
	if i == s.n {
		return
	}
	v := s.volume[i]
	for take := max(0, int((s.high-used)/v)); take >= 0; take-- {
		after := used + float64(take)*v
		if short := s.low - after; short > 0 {
			if i+1 == s.n {
				return
			}
			// The next measure is at most as large, so this many more are needed.
			if count+take+int(math.Ceil(short/s.volume[i+1]-1e-9)) > s.best {
				return
			}
		} else if count+take > s.best {
			continue
		}
		s.counts[i] = take
		s.try(i+1, count+take, after)
		s.counts[i] = 0
	}
}

// closest takes each measure as often as it fits, and rounds the last one.
func closest(ml float64, volume []float64) []int {
	counts := make([]int, len(volume))
	for i, v := range volume {
		counts[i] = int(ml / v)
		if i == len(volume)-1 {
			counts[i] = int(math.Round(ml / v))
		}
		ml -= float64(counts[i]) * v
	}
	for _, n := range counts {
		if n > 0 {
			return counts
		}
	}
	counts[len(counts)-1] = 1
	return counts
}
