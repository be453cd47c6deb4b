package phrase

import (
	"emblo/core/allergen"
	"emblo/core/unit"
)

// State is what has been done to a thing, or how it is.
type State string

// The states. Those that change nothing about whether it goes in are Clean, Cold, Dry, Empty and Stale.
const (
	Clean    State = "clean"
	Cold     State = "cold"
	Dry      State = "dry"
	Dried    State = "dried"
	Raw      State = "raw"
	Hot      State = "hot"
	Cooked   State = "cooked"
	Baked    State = "baked"
	Wet      State = "wet"
	Frozen   State = "frozen"
	Thawed   State = "thawed"
	Dyed     State = "dyed"
	Painted  State = "painted"
	Glittery State = "glittery"
	Smaller  State = "smaller" // crushed, grated, chopped: pieces of any size below its own
	Ground   State = "ground"
	Halved   State = "halved"
	Damaged  State = "damaged"
	Used     State = "used"
	Antique  State = "antique" // the paint of its day may hold lead: no name of a used thing covers it
	Rusty    State = "rusty"
	Off      State = "off"
	Stale    State = "stale"
	Blunted  State = "blunted"
	Closed   State = "closed"
	Empty    State = "empty"
	Mashed   State = "mashed"
	Small    State = "small" // smaller than usual, by its name
	Long     State = "long"
	Outdoors State = "outdoors"
	HomeMade State = "home-made"
)

// Claim is what a packet says of a thing, by its name: nobody has read the packet yet.
type Claim struct {
	Text string
	// Free is what the packet says is not in it; none for a claim of another kind.
	Free allergen.Set
	// Safe is set where it says that it may be eaten, or harms nobody.
	Safe bool
}

// Amount is how much a phrase says there is.
type Amount struct {
	// Count is how many, of containers or of the thing itself; not known where nobody said.
	Count unit.Maybe[float64]
	// Each is how much, or how much one container holds.
	Each unit.Amount
	// In is the container that it is counted in: "bag"; "" for none.
	In string
	// Some is set where the amount is said to be one that nobody knows: some, a few, as needed.
	Some bool
}

// Said reports whether the phrase says anything of how much.
func (a Amount) Said() bool {
	_, counted := a.Count.Get()
	return counted || a.Each.Known() || a.In != "" || a.Some
}

// Said is what a phrase says beside the name of the thing.
type Said struct {
	Amount Amount
	States []State
	Claims []Claim
	// Length is how long it is said to be, or how large across; not known where nobody said.
	Length unit.Maybe[unit.Length]
	// Place is what it is played with in, by one word: tray, tub, bottle; "" where nobody said.
	Place string
	// Use is how children meet it, in the word of a check list; "" where nobody said.
	Use string
}

// Plain reports whether it changes nothing about what the thing is.
func (s Said) Plain() bool {
	if len(s.Claims) > 0 || s.Use != "" && s.Use != "open" {
		return false
	}
	if _, sized := s.Length.Get(); sized {
		return false
	}
	for _, st := range s.States {
		if !st.Neutral() {
			return false
		}
	}
	return true
}

// Neutral reports whether the state changes nothing about what a rule asks.
func (s State) Neutral() bool {
	switch s {
	case Clean, Cold, Dry, Empty, Stale, Thawed, Wet, Closed, Baked:
		return true
	}
	return false
}

// Has reports whether a state is said.
func (s Said) Has(state State) bool {
	for _, x := range s.States {
		if x == state {
			return true
		}
	}
	return false
}
