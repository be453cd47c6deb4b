package safety

import (
	"fmt"

	"emblo/core/material"
	"emblo/core/room"
)

// Standing says how sure the ground of a rule is.
type Standing string

// The standings.
const (
	QuotedFromMemory Standing = "quoted from memory"
	CommonPractice   Standing = "common practice"
)

// Ground is where a rule comes from: a published clause or the practice of the trade.
type Ground struct {
	Source   string
	Standing Standing
}

// Family groups rules as the rule book does; each family has a file of its own.
type Family string

// The families.
const (
	FamilyFacts    Family = "Missing facts"
	FamilySize     Family = "Size"
	FamilyContents Family = "Contents, if swallowed or touched"
	FamilyElements Family = "Air, skin, heat and water"
	FamilyRoom     Family = "Room and keeping"
)

// Rule is one row of the table.
type Rule struct {
	ID        string
	Title     string
	Family    Family
	Ground    Ground
	Threshold string // when it objects and how, in words
	// judges are the traits that the rule decides on. A thing with a trait that no rule
	// decides on is never cleared.
	judges material.Traits
	// asTool is set on a rule that may keep a thing out even as an adult's tool.
	asTool  bool
	decide  func(q *question) ruling
	explain func(q *question, r ruling) explanation
}

// question is what a rule is asked.
type question struct {
	view
	group  *Group
	use    Use
	judged material.Traits // traits that some rule decides on
	*Subject
}

// ruling is a rule's answer. When missing is set the verdict is the worst that the
// missing fact could mean.
type ruling struct {
	verdict Verdict
	missing fact
}

var noObjection = ruling{verdict: GoesIn}

func say(v Verdict) ruling { return ruling{verdict: v} }

func guess(v Verdict, f fact) ruling { return ruling{v, f} }

// fact is something that can be asked for.
type fact uint8

const (
	nothing fact = iota
	factForm
	factSize
	factContents
	factTraits
	factPortion
	factMouthing
	factRule
	factDepth
)

var factWords = [...]string{
	nothing: "", factForm: "what it is like in the hand", factSize: "its smallest size", factContents: "what is in it",
	factTraits: "whether anything else about it matters", factPortion: "how much one child has",
	factMouthing: "whether every child of 3 or over has stopped mouthing things", factRule: "how to judge it", factDepth: "how deep it lies",
}

// explanation is the wording of a finding.
type explanation struct {
	reason  string
	numbers []Number
	change  string   // what would change the verdict
	do      []string // conditions, each a thing an adult does
}

// Number is a figure that a rule used, with its unit in the value.
type Number struct{ Label, Value string }

// Finding is one objection to a thing.
type Finding struct {
	Rule    string
	Title   string
	Verdict Verdict
	Reason  string
	Numbers []Number
	Source  Ground
	Change  string
	Do      []string
	// Missing names the fact to find out, for Measure first.
	Missing string
}

// open reports whether the use counts as open: children can get at the thing itself.
func (q *question) open() bool { return q.use.exposure() >= 2 }

// openElse returns the first verdict when the use is open and the second when sealed.
func (q *question) openElse(open, sealed Verdict) Verdict {
	if q.open() {
		return open
	}
	return sealed
}

// under returns how many children are under the given effective age, in words.
func (q *question) under(months int) string {
	n := q.group.count(func(c room.Child) bool { return c.Effective(q.assume) < months })
	if q.use == Home {
		return fmt.Sprintf("at home there may be a child under %s", ageWords(months))
	}
	if n == 1 && len(q.group.room.Children) == 1 {
		return fmt.Sprintf("the child is under %s or mouths things", ageWords(months))
	}
	verb := "are"
	if n == 1 {
		verb = "is"
	}
	return fmt.Sprintf("%d of %d children %s under %s or mouth things", n, len(q.group.room.Children), verb, ageWords(months))
}

func ageWords(months int) string {
	if months%12 == 0 && months >= 24 {
		return fmt.Sprintf("%d", months/12)
	}
	return fmt.Sprintf("%d months", months)
}

// youngestNumber is the figure that nearly every rule uses.
func (q *question) youngestNumber() Number {
	return Number{"youngest counts as", fmt.Sprintf("%d months", q.youngest)}
}
