package recipe

import (
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"emblo/core/say"
)

// StepKind is what is done in a step.
type StepKind uint8

// The kinds of steps. Cook heats what is in the pot or the oven; Scald only pours boiling or hot water on it. From
// Cool on, nobody's hands are needed.
const (
	Make StepKind = iota
	Cook
	Scald
	Cool
	Chill
	Freeze
	Rest
	stepKinds
)

// stepIDs are the ids of the kinds, which are their tags in a typed recipe too.
var stepIDs = [stepKinds]string{"make", "cook", "scald", "cool", "chill", "freeze", "rest"}

// String returns the id of the kind.
func (k StepKind) String() string { return stepIDs[k] }

// Waits reports whether nobody's hands are needed: cooling, setting, drying.
func (k StepKind) Waits() bool { return k >= Cool }

// parseStepKind reads the id of a kind; "wait", as it was once written, is a rest.
func parseStepKind(id string) (StepKind, bool) {
	for k := range stepKinds {
		if k.String() == id {
			return k, true
		}
	}
	return Rest, id == "wait"
}

// Who does a step.
type Who uint8

// Anybody of the staff, an adult alone where there is heat or a blade, or an adult with small hands that help.
const (
	Anybody Who = iota
	Adult
	ChildrenHelp
)

// Place is what a step takes up: empty for a counter, of which there is enough.
type Place string

// The places of a kitchen that one thing at a time stands on or in.
const (
	Stove     Place = "stove"
	Oven      Place = "oven"
	Microwave Place = "microwave"
	Freezer   Place = "freezer"
	Fridge    Place = "fridge"
	Sink      Place = "sink"
)

// Step is one thing to do, or one wait: the same in a recipe, a plan, what is prepared and what is ticked.
type Step struct {
	// ID tells the step from the others of its recipe, and stays when it is said in other words. One that somebody
	// typed is told by what was typed.
	ID      string
	Kind    StepKind
	Text    say.Text
	Minutes int // of hands, or of waiting where its kind waits
	By      Who
	At      Place
	// Probe is what a thermometer has to read when it is over; zero for nothing.
	Probe Probe
	// Uses are the ids of the ingredients that it takes; empty where it does not say.
	Uses []string
}

// Wait reports whether the step needs nobody's hands.
func (s Step) Wait() bool { return s.Kind.Waits() }

// Heats reports whether the step leaves the mix hot: also one that waits in the oven.
func (s Step) Heats() bool { return s.Kind == Scald || s.Cooks() }

// Cooks reports whether the step heats all that is there, rather than only pouring hot water on it.
func (s Step) Cooks() bool {
	return s.Kind == Cook || s.Kind != Scald && (s.At == Stove || s.At == Oven || s.At == Microwave)
}

// Probe is what a thermometer has to read, in deg C: at least so much, or at most. The zero value asks
// for nothing.
type Probe struct {
	C    float64
	Most bool // at most; else at least
}

// Cooked is what the middle of a mix reads that is heated through, and Touched what hands may touch at the most: 80 deg
// C clears raw flour, and over 40 deg C it may burn (ISO 13732-1, quoted from memory).
var (
	Cooked  = Probe{C: 80}
	Touched = Probe{C: 40, Most: true}
)

// Asked reports whether anything has to be read.
func (p Probe) Asked() bool { return p.C != 0 }

// Say tells what has to be read; empty for nothing.
func (p Probe) Say() say.Text {
	switch {
	case !p.Asked():
		return ""
	case p.Most:
		return say.F("{degrees} °C or less", say.Fixed(p.C, 0))
	}
	return say.F("{degrees} °C or more", say.Fixed(p.C, 0))
}

// Meets reports whether a reading in deg C is what is asked for.
func (p Probe) Meets(c float64) bool {
	if p.Most {
		return c <= p.C
	}
	return c >= p.C
}

// and returns what has to be read where both are asked for in the same sense, else the first.
func (p Probe) and(other Probe) Probe {
	switch {
	case !other.Asked() || p.Asked() && p.Most != other.Most:
		return p
	case !p.Asked() || p.Most && other.C < p.C || !p.Most && other.C > p.C:
		return other
	}
	return p
}

// probed returns steps with what has to be measured by the kind of mix, whatever their words: the last that cooks a
// mix that is heated through reads 80 deg C, and a wait that comes right after heat, unless in the cold, leaves it at
// 40 deg C or less. cooked reports whether some step heats it through.
func probed(steps []Step, heated bool) (out []Step, cooked bool) {
	out = append(out, steps...)
	last := -1
	for i := range out {
		if out[i].Cooks() {
			last = i
		}
	}
	hot := false
	for i := range out {
		s := &out[i]
		if heated && i == last {
			s.Probe, cooked = Cooked.and(s.Probe), true
		}
		switch {
		case s.Kind == Rest && hot && !s.Heats():
			s.Kind = Cool
		case s.Kind == Chill, s.Kind == Freeze:
			hot = false
		}
		if s.Kind == Cool {
			s.Probe = Touched.and(s.Probe)
		}
		hot = s.Heats() || hot && s.Wait()
	}
	return out, cooked
}

// Tag tells a step by its words and minutes, as one that somebody typed is told.
func (s Step) Tag() string {
	h := fnv.New32a()
	fmt.Fprint(h, s.Text.Reworded(once).String(), s.Minutes, s.Wait())
	return fmt.Sprintf("%08x", h.Sum32())
}

// String writes the step with what it is in brackets: "Stir (5 min, children)". ReadSteps
// reads it back.
func (s Step) String() string {
	tags := []string{fmt.Sprintf("%d min", s.Minutes)}
	switch s.By {
	case Adult:
		tags = append(tags, "adult")
	case ChildrenHelp:
		tags = append(tags, "children")
	}
	if s.At != "" {
		tags = append(tags, string(s.At))
	}
	write := func() string { return s.Text.String() + " (" + strings.Join(tags, ", ") + ")" }
	if read, ok := tagged(write()); !ok || read.Kind != s.Kind {
		tags = slices.Insert(tags, 1, s.Kind.String())
	}
	return write()
}
