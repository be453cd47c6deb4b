package safety

import (
	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
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
	FamilyThings   Family = "Things"
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
	// Examples show what the rule itself says on either side of its threshold. They are
	// the rule book's, and the tests hold the rule to them.
	Examples []Example
	// Tunable is set when a centre may set a minimum age of its own: below it, what the
	// rule lets in with a hand is kept out.
	Tunable bool
	// tasteSafe is set on a rule about what must not be eaten: the centre's age for
	// taste-safe things only is then a minimum age.
	tasteSafe bool
	// judges are the traits that the rule decides on. A thing with a trait that no rule
	// decides on is never cleared.
	judges material.Traits
	// only is set when the rule objects to nothing that has none of the traits it judges: it is
	// then not asked.
	only bool
	// usual is set when a hand is what any filler of its kind asks for: it comes after what
	// this one asks for.
	usual bool
	// strains is set for what strains an adult's back: it comes last among what says the same.
	strains bool
	// untilCooked is set for what a policy of cooked mixes only keeps out at every age.
	untilCooked bool
	// asTool is set on a rule that may keep a thing out even as an adult's tool.
	asTool  bool
	decide  func(q *question) ruling
	explain func(q *question, r ruling) explanation
}

// Example is one thing, one use and one child, and what the rule it belongs to says of
// them by itself.
type Example struct {
	Words  string // what it is, for people
	Thing  material.Description
	Use    Use
	Months int
	Mouths bool
	Want   Verdict
	// change adjusts what a description cannot say.
	change func(*scenery)
}

// scenery is what an example is set in.
type scenery struct {
	facts  *material.Facts
	child  *room.Child
	room   *room.Room
	policy *Policy
}

// question is what a rule is asked.
type question struct {
	*view
	group *Group
	use   Use
	*Subject
}

// ruling is a rule's answer. When missing is set the verdict is the worst that the
// missing fact could mean.
type ruling struct {
	verdict Verdict
	missing fact
	// ours is set when only the centre's own minimum age keeps it out.
	ours bool
}

var noObjection = ruling{verdict: GoesIn}

func objects(v Verdict) ruling { return ruling{verdict: v} }

func guess(v Verdict, f fact) ruling { return ruling{verdict: v, missing: f} }

// sayIf objects with v when it holds.
func objectsIf(holds bool, v Verdict) ruling {
	if holds {
		return objects(v)
	}
	return noObjection
}

// fact is something that can be asked for.
type fact uint8

const (
	nothing fact = iota
	factForm
	factSize
	factGauge
	factContents
	factTraits
	factPortion
	factMouthing
	factDepth
	factFragment
	factMagnet
	factPlant
	factFinish
	factTasted
	factHeat
	factCord
	factOpening
	factAlcohol
	factKept
	factRule
	factPacket
)

var factWords = [...]say.Text{
	nothing: "", factForm: "what it is like in the hand", factSize: "its smallest size",
	factGauge: "whether it fits a real gauge", factContents: "what is in it",
	factTraits: "whether anything else about it matters", factPortion: "how much one child has",
	factMouthing: "whether every child of 3 or over has stopped mouthing things",
	factDepth:    "how deep it lies", factFragment: "the smallest piece it can come apart into",
	factMagnet: "whether it contains a magnet", factPlant: "which plant it is",
	factFinish: "what its paint or metal is", factTasted: "whether every child under 1 has eaten it at home",
	factHeat: "how hot it is, by food thermometer", factCord: "how long the free end or the loop is",
	factOpening: "how far round the opening of the bag is", factAlcohol: "how much alcohol is in it",
	factKept: "how often and how long it has been out", factRule: "how to check it",
	factPacket: "what is in this packet",
}

// explanation is the wording of a finding.
type explanation struct {
	reason  say.Text
	numbers []Number
	change  say.Text // what would change the verdict
	do      []Precaution
	// unknown says that the reason tells itself what is not known.
	unknown bool
}

// Number is a figure that a rule used, with its unit in the value.
type Number struct{ Label, Value say.Text }

// Finding is one objection to a thing.
type Finding struct {
	Rule    string
	Title   say.Text
	Verdict Verdict
	Reason  say.Text
	Numbers []Number
	Source  Ground
	Change  say.Text
	Do      []Precaution
	// Usual is set when a hand is needed for no more than the routine of the group.
	Usual bool
	// Missing names the fact to find out, for Measure first.
	Missing say.Text
	// Way is how it is found out.
	Way Way

	rank int // of its rule: what can be choked on comes before what stains
}

// InShort says in a few words what the finding comes to in a list: the first thing that an adult does, where the thing
// is all right so; else which rule is in the way. Where the routine is enough there is nothing to say.
func (f Finding) InShort() say.Text {
	switch {
	case f.Usual:
		return ""
	case f.Verdict.Ready() && len(f.Do) > 0:
		return f.Do[0].Say()
	}
	return f.Title
}

// words is the wording of a rule whose reason does not vary; behind it stands how many children are under an age,
// where one is given.
type words struct {
	reason, change say.Text
	limit          Number
	under          int
	do             []Precaution
}

func (w words) explain(q *question, _ ruling) explanation {
	e := explanation{reason: w.reason, change: w.change, do: w.do, numbers: []Number{q.youngestNumber()}}
	if w.under > 0 {
		e.reason = say.Run(w.reason, q.who(w.under))
	}
	if w.limit.Label != "" {
		e.numbers = append(e.numbers, w.limit)
	}
	return e
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

// has reports whether the thing has any of the traits.
func (q *question) has(ts ...material.Trait) bool { return q.facts.Traits.Any(ts...) }

// keptUnder is the verdict of the rules that keep a thing out below an age when it is
// open, and let it in with a hand sealed or from that age on.
func (q *question) keptUnder(months int) Verdict {
	if q.youngest < months && q.open() {
		return KeepOut
	}
	return WithAHand
}

// who says how many children are under the given effective age, as a sentence; nothing where none is, as the reason
// then holds for older children too.
func (q *question) who(months int) say.Text {
	n := q.group.count(func(c room.Child) bool { return c.Effective(q.assume) < months })
	if q.use == Home {
		return say.F("At home there may be a child under {age}.", ageWords(months))
	}
	if n == 0 {
		return ""
	}
	if n == 1 && len(q.group.room.Children) == 1 {
		return say.F("The child is under {age} or mouths things.", ageWords(months))
	}
	if n == 1 {
		return say.F("1 of {all} children is under {age} or mouths things.", len(q.group.room.Children),
			ageWords(months))
	}
	return say.F("{count} of {all} children are under {age} or mouth things.", n, len(q.group.room.Children),
		ageWords(months))
}

func ageWords(months int) say.Text {
	if months%12 == 0 && months >= 24 {
		return say.F("{years}", months/12)
	}
	return say.F("{months} months", months)
}

// youngestNumber is the figure that nearly every rule uses.
func (q *question) youngestNumber() Number {
	return Number{"youngest treated as", say.F("{months} months", q.youngest)}
}

// thing is a short way to write the description of an example.
func thing(solid, size, contains, traits string) material.Description {
	return material.Description{Solid: solid, Size: size, Contains: contains, Traits: traits}
}

// declares gives the child of an example an allergy.
func declares(a allergen.Allergen, by room.Way) func(*scenery) {
	return func(s *scenery) { s.child.Allergies = append(s.child.Allergies, room.Allergy{To: a, By: by}) }
}

// mm prints a length of a rule.
func mm(v float64) say.Text { return say.F("{length} mm", say.Figure(v)) }

// boreNumber is the bore of the small-parts cylinder as a figure.
var boreNumber = Number{"small-parts cylinder", say.F("{length} mm", say.Fixed(gauge.Bore, 2))}
