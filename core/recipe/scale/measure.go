package scale

import (
	"math"

	"emblo/core/recipe"
	"emblo/core/unit"
)

// finest is how narrow a range of batch scales is searched, relative to the scale: the
// proof that no batch takes fewer scoops holds to this width.
const finest = 1e-9

// maxSlack bounds the extra fillings that are tried to make up for a batch that would be
// short by rounding.
const maxSlack = 8

// measurer finds the batch scale, in a range, and the scoops of every ingredient, that take
// the fewest fillings while no ingredient misses its share of the batch by more than its
// tolerance and the batch weighs at least what is needed.
//
// It halves the range of scales again and again. Over a range, each ingredient's scoops may
// lie anywhere from its least amount at the low end to its largest at the high end, so the
// fewest fillings over that wider window are a bound that no scale inside can beat; ranges
// whose bound is no better than a batch already found are given up. What is left when all
// ranges are given up is the optimum.
type measurer struct {
	needed float64 // g, of the whole mix
	lines  []measuredLine
	set    unit.MeasureSet
	search scoopSearch
	// best is the best batch so far and at its scale.
	best trial
	at   float64
	// What one try works with, a row for each line, kept so that nothing is allocated.
	work  []lineWork
	gains [][maxSlack + 1]gain
}

// lineWork is what a try has found for one line: the fewest fillings, the highest volume
// that it may be raised to (0 when it may not), and the scoops.
type lineWork struct {
	fewest           int
	top              float64
	nearest, largest scoops
}

// gain is what so many more fillings of a line add.
type gain struct {
	mass   float64
	scoops scoops
}

type measuredLine struct {
	grams, ml, density, tolerance float64 // of one base batch; ml is 0 where it must be weighed
	most                          float64 // mL at hand; +Inf when nobody has said
}

// trial is what decides between two batch scales.
type trial struct {
	short     bool    // less than needed
	out       int     // ingredients out of tolerance, to be weighed
	movements int     // level fillings of what is within tolerance
	miss      float64 // the largest share by which an ingredient is off
}

// better prefers a batch that is enough, then one within tolerance throughout, then fewer
// movements, then the smaller worst miss.
func (t trial) better(u trial) bool {
	if t.rank(u) != 0 {
		return t.rank(u) < 0
	}
	return Surely(t.miss, u.miss)
}

// rank compares without the miss.
func (t trial) rank(u trial) int {
	switch {
	case t.short != u.short:
		if t.short {
			return 1
		}
		return -1
	case t.out != u.out:
		return t.out - u.out
	}
	return t.movements - u.movements
}

func newMeasurer(r recipe.Recipe, set unit.MeasureSet) *measurer {
	n := len(r.Lines)
	m := &measurer{set: set, lines: make([]measuredLine, n), search: newScoopSearch(set), work: make([]lineWork, n)}
	for i := range r.Lines {
		l := &r.Lines[i]
		m.lines[i] = measuredLine{grams: l.Mass().Grams(), density: l.Item.Density.GramsPerMillilitre(),
			tolerance: tolerance(l), most: math.Inf(1)}
		if v, ok := l.Item.Density.VolumeOf(l.Mass()); ok && m.search.n > 0 {
			m.lines[i].ml = v.Millilitres()
		}
	}
	return m
}

// limit notes how much of an ingredient there is.
func (m *measurer) limit(line int, at unit.Mass) {
	if d := m.lines[line].density; d > 0 {
		m.lines[line].most = at.Grams() / d
	}
}

// solve searches the scales from low to high for a mix of at least the needed grams.
func (m *measurer) solve(low, high, needed float64) (scale float64, t trial) {
	m.needed = needed
	m.at, m.best = low, m.try(low, low, nil)
	look := func(n int) {
		for i := 1; i <= n; i++ {
			k := low + (high-low)*float64(i)/float64(n)
			if t := m.try(k, k, nil); t.better(m.best) {
				m.at, m.best = k, t
			}
		}
	}
	look(8)
	m.halve(low, high)
	// Among scales that are as good, one that misses the ratio less.
	look(6)
	m.balance(low, high)
	return m.at, m.best
}

// balance moves the scale to where the scoops of the best batch miss it least: half way
// between the ingredient that is most over and the one that is most under.
func (m *measurer) balance(low, high float64) {
	counts := make([]scoops, len(m.lines))
	m.try(m.at, m.at, counts)
	least, most := math.Inf(1), 0.0
	for i := range m.lines {
		if l := &m.lines[i]; l.ml > 0 {
			scale := m.search.volumeOf(&counts[i]) / l.ml
			least, most = math.Min(least, scale), math.Max(most, scale)
		}
	}
	if k := (least + most) / 2; k >= low && k <= high {
		if t := m.try(k, k, nil); t.better(m.best) {
			m.at, m.best = k, t
		}
	}
}

func (m *measurer) halve(low, high float64) {
	if bound := m.try(low, high, nil); bound.rank(m.best) >= 0 {
		return
	}
	middle := (low + high) / 2
	if t := m.try(middle, middle, nil); t.better(m.best) {
		m.at, m.best = middle, t
	}
	if high-low > finest*low {
		m.halve(low, middle)
		m.halve(middle, high)
	}
}

// window is where the volume of the line may lie, in mL, at scales from low to high.
func (l *measuredLine) window(low, high float64) (bottom, top float64) {
	return l.ml * low * (1 - l.tolerance), math.Min(l.ml*high*(1+l.tolerance), l.most)
}

// try returns the best that scales from low to high can do; for low and high alike, what
// that scale does. It writes the scoops of each line into out when out is not nil.
func (m *measurer) try(low, high float64, out []scoops) (t trial) {
	mass, exact := 0.0, low == high
	for i := range m.lines {
		l, w := &m.lines[i], &m.work[i]
		*w = lineWork{}
		if l.ml == 0 {
			mass += l.grams * high
			continue
		}
		bottom, top := l.window(low, high)
		if top < bottom || !m.search.fewest(bottom, top, l.ml*low) {
			t.out++
			if exact {
				c := m.search.closest(l.ml * low)
				w.nearest, w.largest = c, c
			}
			mass += l.grams * high // it is to be weighed
			continue
		}
		w.fewest, w.top, w.nearest, w.largest = m.search.best, top, m.search.nearest, m.search.largest
		t.movements += m.search.best
		mass += m.search.most * l.density
	}
	if lacks(mass, m.needed) {
		t.movements += m.raise(mass, &t)
		for i := range m.work {
			m.work[i].nearest = m.work[i].largest
		}
	} else if exact {
		m.ease(mass)
	}
	for i := range m.lines {
		if l := &m.lines[i]; exact && l.ml > 0 {
			t.miss = math.Max(t.miss, math.Abs(m.search.volumeOf(&m.work[i].nearest)/(l.ml*low)-1))
		}
		if out != nil {
			out[i] = m.work[i].nearest
		}
	}
	return t
}

// raise adds as few fillings as make the mix enough, where they add most, and returns how
// many. It notes in t when no number of them does.
func (m *measurer) raise(mass float64, t *trial) int {
	if m.gains == nil {
		m.gains = make([][maxSlack + 1]gain, len(m.lines))
	}
	for slack := 1; slack <= maxSlack; slack++ {
		for i := range m.work {
			if w := &m.work[i]; w.top > 0 {
				v, c := m.search.largestWithin(w.top, w.fewest+slack)
				m.gains[i][slack] = gain{(v - m.search.volumeOf(&w.largest)) * m.lines[i].density, c}
			}
		}
		// most[s] is the most mass that s more fillings add over the lines so far.
		var most [maxSlack + 1]float64
		var taken [recipe.MaxLines][maxSlack + 1]uint8
		for i := range m.work {
			for s := slack; s >= 1; s-- {
				for k := 1; k <= s; k++ {
					if m.work[i].top > 0 && Surely(most[s], most[s-k]+m.gains[i][k].mass) {
						most[s], taken[i][s] = most[s-k]+m.gains[i][k].mass, uint8(k)
					}
				}
			}
		}
		if lacks(mass+most[slack], m.needed) {
			continue
		}
		left := slack
		for i := len(m.work) - 1; i >= 0; i-- {
			if k := int(taken[i][left]); k > 0 {
				m.work[i].largest = m.gains[i][k].scoops
				left -= k
			}
		}
		return slack
	}
	t.short = true
	return maxSlack
}

// ease goes back from the largest to the nearest scoops wherever the mix stays enough.
func (m *measurer) ease(mass float64) {
	for i := range m.work {
		w := &m.work[i]
		if w.top == 0 {
			continue
		}
		less := (m.search.volumeOf(&w.largest) - m.search.volumeOf(&w.nearest)) * m.lines[i].density
		if lacks(mass-less, m.needed) {
			w.nearest = w.largest
			continue
		}
		mass -= less
	}
}
