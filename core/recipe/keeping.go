package recipe

import (
	"fmt"

	"emblo/core/say"
)

// Keeping is how long a mix may be used by practice, before anything that happens to it makes that
// shorter. The figures are those of the words in Keeps (common practice).
type Keeping struct {
	// Days is how many days after the day that it was made on it may be used without a look; 0 is the
	// same day. Ceiling is the last day that a look-over may grant, at least Days.
	Days    int `json:"days"`
	Ceiling int `json:"ceiling"`
	// Uses is how often it may be played with; 0 for as often as its days allow.
	Uses int `json:"uses"`
	// Sealed is how many days a portion keeps that was closed at once, chilled, and that no hand was in.
	Sealed int `json:"sealed"`
	// Group says that one group has it and it then goes in the bin. Out says that it is out of the
	// fridge for OutMinutes in all, and Chilled that it waits in the fridge.
	Group   bool `json:"group"`
	Out     bool `json:"out"`
	Chilled bool `json:"chilled"`
}

// OutMinutes is how long what needs cold may be out of the fridge in all (common practice, after the
// two hours of the FDA's advice to households, quoted from memory).
const OutMinutes = 120

// MostDays is how long anything may be kept that a centre wrote the recipe of itself (common practice).
const MostDays = 14

func (k Keeping) check() error {
	if k.Days < 0 || k.Ceiling < k.Days || k.Uses < 0 || k.Sealed < 0 || k.Group && k.Days > 0 {
		return fmt.Errorf("keeps for days from 0 up to a ceiling, and for one group on the same day")
	}
	return nil
}

// Keeping returns how long the mix may be used by practice. A recipe of a centre's own keeps for two
// weeks at most, and for one group where something could grow in it or nobody knows.
func (r Recipe) Keeping() Keeping {
	if !r.Own {
		return r.keep
	}
	switch c := r.Nature().Class; {
	case c == ClassUnknown:
		return Keeping{Group: true}
	case c.NeedsCold():
		return Keeping{Group: true, Out: true, Chilled: true}
	}
	return Keeping{Days: MostDays, Ceiling: MostDays}
}

// Play is how long a mix is good to play with. What stands for ever and is played with for as long as
// anybody likes has no figure.
type Play struct {
	// Stands is how many minutes it may stand between being made and play; Plays is for how many
	// minutes it is played with; 0 where nothing ends it. Best says how it is at its best.
	Stands, Plays int
	Best          say.Text
}

// outPlays is how many of OutMinutes are kept for play (common practice).
const outPlays = 60

// Play returns how long the mix is good to play with: as its kind is, or for as long as it may be out of
// the fridge.
func (r Recipe) Play() Play {
	p := KindOf(r.Kind).play
	if r.Kind == "dough" && (r.Heated || r.Hot) && r.Keeping().Days > 0 {
		p.Best = "Best worked while it is still warm."
	}
	if r.Keeping().Out {
		if p.Plays == 0 || p.Plays > outPlays {
			p.Plays = outPlays
		}
		if left := OutMinutes - p.Plays; p.Stands == 0 || p.Stands > left {
			p.Stands = left
		}
	}
	return p
}
