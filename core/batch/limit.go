package batch

import (
	"slices"

	"emblo/core/age"
	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Limit is the last day on which a batch may be used, and why not longer.
type Limit struct {
	On  age.Date
	Why say.Text
}

// NoDate is the reason of a batch of which nobody knows when it was made.
const NoDate = say.Text("date not known")

// Limits returns all that limits the batch, earliest first. A batch of which nobody knows when it was made
// has the zero date, until it passed a look-over where the rules allow one.
func (s State) Limits() []Limit {
	all := slices.Clone(s.own)
	if s.Over.Why != "" {
		all = append(all, Limit{s.Over.On.Plus(-1), s.Over.Why})
	}
	all = append(all, s.byPractice()...)
	slices.SortStableFunc(all, func(a, b Limit) int { return a.On.Sub(b.On) })
	return all
}

// Keeps returns the earliest of the limits.
func (s State) Keeps() Limit { return s.Limits()[0] }

// UsableOn reports whether the batch is in date on a day and not over. Whether it suits a room is asked of
// the rules.
func (s State) UsableOn(day age.Date) bool {
	l := s.Keeps()
	return l.On != age.Date{} && !day.After(l.On)
}

// PartDecides reports whether something in the batch, or the word of a recipe of one's own, decides how long it keeps,
// rather than the practice of its kind.
func (s State) PartDecides() bool {
	if s.Made.IsMix() && s.Made.Recipe.Own {
		return true
	}
	first := s.Keeps().On
	return len(s.Later) > 0 && !s.Made.On.IsZero() && first.Sub(s.byPractice()[0].On) < 0
}

// LookOver returns the day by which the batch has to be looked over to be kept longer, and the last day
// that a look-over can grant; ok is false where none can.
func (s State) LookOver() (by, until age.Date, ok bool) {
	k := s.Keeping()
	switch {
	case s.Over.Why != "":
		return by, until, false
	case s.Made.On.IsZero():
		return by, until, s.Looked.IsZero() && s.mayBeLookedOver()
	}
	by, until = s.Keeps().On, s.Made.On.Plus(k.Granted())
	for _, l := range s.own {
		if l.On.Sub(until) < 0 {
			until = l.On
		}
	}
	if hold := s.byRule(); hold.Why != "" && hold.On.Sub(until) < 0 {
		until = hold.On
	}
	return by, until, until.After(by)
}

// mayBeLookedOver reports whether a look tells of a batch of unknown age: a dry filler alone; of dough, and
// of whatever is wet, it does not (common practice).
func (s State) mayBeLookedOver() bool {
	return !s.Made.IsMix() && len(s.Later) == 0 && !slices.ContainsFunc(s.Made.Fill, func(it material.Item) bool {
		return !dry(it.Facts.Form) || keepingOf(it).Days == 0
	})
}

func dry(f material.Form) bool {
	return f == material.Grain || f == material.Powder || f == material.Piece
}

// byPractice returns the limits of the recipe or the fillers, with what a look-over has granted.
func (s State) byPractice() []Limit {
	k := s.Keeping()
	if s.Made.On.IsZero() {
		if s.Looked.IsZero() || !s.mayBeLookedOver() {
			return []Limit{{age.Date{}, NoDate}}
		}
		return []Limit{{s.Looked.Plus(k.Days), "found without a date, and checked that day"}}
	}
	made := s.Made.On
	until := Limit{made.Plus(k.Days), s.keepsWords(k)}
	if k.Sealed > 0 && s.Made.Chilled && s.Uses == 0 && len(s.Later) == 0 {
		until = Limit{made.Plus(k.Sealed), "sealed and chilled straight away, untouched"}
	}
	if !s.Looked.IsZero() && k.Granted() > k.Days {
		if granted := s.Looked.Plus(max(1, k.Days)); granted.After(until.On) {
			until = Limit{granted, "checked; check again by this date"}
		}
	}
	all := []Limit{until}
	if k.Granted() > k.Days {
		all = append(all, Limit{made.Plus(k.Granted()), "keep no longer than this"})
	}
	if hold := s.byRule(); hold.Why != "" {
		all = append(all, hold)
	}
	return all
}

// byRule returns the limit that the rules set on what is shared and used again.
func (s State) byRule() Limit {
	if f := s.Made.Recipe.Facts(unit.Grams(1)).Form; s.Made.IsMix() && !dry(f) && !f.GaugeJudges() {
		return Limit{s.Made.On.Plus(safety.MostKeptDays), "shared dough: 14 days at most"}
	}
	return Limit{}
}

func (s State) keepsWords(k keep.Keeping) say.Text {
	switch {
	case s.Made.Recipe.Own:
		return s.Made.Recipe.Nature().Keeps
	case k.OneGroup() && k.Out > 0:
		return "one group, 2 h out of the fridge in all"
	case k.OneGroup():
		return "for one group, then throw away"
	case k.Out > 0:
		return "use the day it is made, 2 h out of the fridge in all"
	case k.Days == 0:
		return "use the day it is made"
	case s.Made.IsMix():
		return "usual keeping time"
	}
	return "check the tub by this date"
}

// Keeping returns how long the batch keeps by practice: as its recipe, or as the filler that keeps worst.
func (s State) Keeping() keep.Keeping {
	if s.Made.IsMix() {
		return s.Made.Recipe.Keeping()
	}
	k := keepingOf(s.Made.Fill[0])
	for _, it := range s.Made.Fill[1:] {
		k = keep.Less(k, keepingOf(it))
	}
	return k
}

// How long a filler stands in an open tub, by for how many days it keeps (common practice): a month or more, a tub is
// looked over after four weeks and thrown away after half a year; a week or more, after one, and when its days are
// over; less, after a day.
const (
	tubDays, tubCeiling = 28, 180
	week                = 7
)

// keepingOf returns how long a filler stands in a tub. What nobody says of, what needs cold and what one group has is
// for one group.
func keepingOf(it material.Item) keep.Keeping {
	days, ends := it.Keeps.Stands()
	switch {
	case it.Facts.Form == material.FormUnknown || wet(it.Facts.Form) || ends && days == 0:
		return keep.Said(keep.Keeping{Touch: keep.OneGroup})
	case !ends || days >= keep.Months:
		return keep.Said(keep.Keeping{Days: tubDays, Ceiling: tubCeiling})
	case days >= week:
		return keep.Said(keep.Keeping{Days: week, Ceiling: days})
	}
	return keep.Said(keep.Keeping{Days: 1, Ceiling: days})
}

func wet(f material.Form) bool { return f == material.Liquid || f == material.SoftFood }

// byUse returns the limits that a use leaves: a mix that a child's mouth was at, or that was out while
// something catching went round, is over with that day, and so is one that was used as often as it may be.
func (s State) byUse(e Event) (all []Limit) {
	isDry := !s.Made.IsMix() && !slices.ContainsFunc(s.Made.Fill, func(it material.Item) bool {
		return !dry(it.Facts.Form)
	})
	if e.Ill {
		all = append(all, Limit{e.On, "it was out while illness went round"})
	}
	if e.Mouthed && !isDry {
		all = append(all, Limit{e.On, "a child who mouths had it"})
	}
	most := s.Keeping().Uses
	if !isDry && (most == 0 || most > safety.MostUses) {
		most = safety.MostUses
	}
	if most > 0 && s.Uses >= most {
		all = append(all, Limit{e.On, say.F("it was used {count} times", s.Uses)})
	}
	if k := s.Keeping(); k.OneGroup() || k.Sealed > 0 {
		all = append(all, Limit{e.On, "one group has had it"})
	}
	return all
}

// Add-ins of less than this share of a batch do not change how wet it is (common practice).
const littleShare = 0.01

// byAddition returns the limits that come in with something added: what turns soon takes the batch along,
// and a mix in which something can grow with it, or nobody knows, is for the same day.
func (s State) byAddition(e Event) (all []Limit) {
	if days, ends := e.Item.Keeps.Stands(); ends && !(days == 0 && e.Item.Facts.Traits.Has(material.TapWater)) {
		why := say.F("{thing} was added, which turns soon", e.Item.Within())
		switch {
		case !e.Item.Keeps.Known():
			why = say.F("{thing} was added; how long that keeps is not known", e.Item.Within())
		case days > keep.Few:
			why = say.F("{thing} was added, which keeps no longer", e.Item.Within())
		}
		all = append(all, Limit{e.On.Plus(days), why})
	}
	if !s.Made.IsMix() {
		if wet(e.Item.Facts.Form) || e.Item.Facts.Form == material.FormUnknown {
			all = append(all, Limit{e.On, say.F("{thing} was added, and it is wet now", e.Item.Within())})
		}
		return all
	}
	later := unit.Grams(0)
	for _, p := range s.Later {
		later = later.Plus(p.Mass)
	}
	if later.Grams() <= littleShare*s.Made.Mass.Grams() && e.Item.Facts.ContentsKnown {
		return all
	}
	now := s.Now()
	now.Own = true // what the book has looked at is not this mix any more
	if c := now.Nature().Class; c.NeedsCold() {
		all = append(all, Limit{e.On, say.F("{thing} was added: {class}", e.Item.Within(), c.Say())})
	}
	return all
}
