package stock

import "emblo/core/unit"

// Stand is how what a plan needs of a thing stands in the cupboard.
type Stand uint8

// The ways, the surest first.
const (
	Enough    Stand = iota // weighed or counted, and enough
	TooLittle              // weighed or counted, and too little
	Unread                 // there, in packets of which nobody has read that they say what is asked for
	Unweighed              // there, and nobody knows how much
	Unnoted                // nobody has ever said whether it is there
)

var standWords = [...]string{Enough: "enough", TooLittle: "short", Unread: "unread", Unweighed: "unweighed",
	Unnoted: "unnoted"}

// String returns "enough", "short", "unread", "unweighed" or "unnoted".
func (s Stand) String() string { return standWords[s] }

// Standing is how what one plan needs of a thing stands.
type Standing struct {
	ItemID string
	Label  Label
	Stand  Stand
	Need   unit.Amount // what the plan takes of it, in all
	Lacks  unit.Amount // of that; nothing where it is enough, not known where nobody knows how much is there
	Left   unit.Amount // what is there for this plan; not known where nobody knows how much is there
	// Back says that all of it goes back after play.
	Back bool
}

// leastShort is how much may be missing before anything is short: less than a scale shows, in g, and less than a
// piece.
const leastShort = 0.05

// Standings returns how what one of the plans needs stands, beside all that others need of the same jars until then, a
// row for each thing and label in the order of its needs. What nobody has weighed is not asked about where what was
// weighed is enough.
func Standings(jars []Jar, needs []Need, plan string) []Standing {
	var rows []Standing
	for _, n := range needs {
		if n.For != plan {
			continue
		}
		at := -1
		for i := range rows {
			if rows[i].ItemID == n.ItemID && rows[i].Label == n.Label {
				at = i
			}
		}
		if at >= 0 {
			rows[at].Need, rows[at].Back = rows[at].Need.Plus(n.Amount), rows[at].Back && n.Back
			continue
		}
		rows = append(rows, Standing{ItemID: n.ItemID, Label: n.Label, Need: n.Amount, Back: n.Back})
	}
	for i := range rows {
		rows[i] = rows[i].among(jars, needs, plan)
	}
	return rows
}

// among returns the row with how it stands.
func (s Standing) among(jars []Jar, needs []Need, plan string) Standing {
	have, kind := unit.Of(0, s.Need.Kind()), s.Need.Kind()
	noted, here, meets, unweighed := false, false, false, false
	for _, j := range jars {
		if j.ItemID != s.ItemID {
			continue
		}
		noted, here = true, here || j.Here
		switch {
		case !j.Here || !j.Label.Meets(s.Label):
		case !j.Amount.Known():
			meets, unweighed = true, true
		default:
			meets, have = true, have.Plus(j.Amount)
		}
	}
	level := s.level(needs, plan)
	s.Left = have.Minus(level.Minus(s.Need))
	s.Lacks = unit.Of(0, kind)
	switch {
	case level.Or(0)-have.Or(0) < leastShort:
		s.Stand = Enough
	case unweighed:
		s.Stand, s.Lacks, s.Left = Unweighed, unit.Amount{}, unit.Amount{}
	case here && !meets:
		s.Stand, s.Lacks, s.Left = Unread, unit.Amount{}, unit.Amount{}
	case !noted:
		s.Stand, s.Lacks, s.Left = Unnoted, unit.Amount{}, unit.Amount{}
	default:
		s.Stand, s.Lacks = TooLittle, level.Minus(have)
		if s.Need.Less(s.Lacks) {
			s.Lacks = s.Need // the rest is missing before it
		}
	}
	return s
}

// level returns how much has to be there for the plan to have what it needs.
func (s Standing) level(needs []Need, plan string) unit.Amount {
	alone := true
	for i := range needs {
		alone = alone && (needs[i].ItemID != s.ItemID || needs[i].For == plan)
	}
	if alone {
		return s.Need
	}
	all := asking(needs, s.ItemID, s.Label)
	level := unit.Of(0, s.Need.Kind())
	for i, q := range levels(all) {
		if all[i].For == plan && level.Less(q) {
			level = q
		}
	}
	return level
}
