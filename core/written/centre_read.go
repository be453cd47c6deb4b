package written

import (
	"fmt"
	"maps"
	"regexp"
	"strings"

	"emblo/core/room"
	"emblo/core/safety"
)

// ownTable is the word for a staffing table that a centre entered itself.
const ownTable = "own"

// Settings is a centre's settings in the core's terms.
type Settings struct {
	Name, Emergency, Currency string
	Staffing                  room.RatioTable
	StirIn                    bool
	Routine                   room.Routine
	Policy                    safety.Policy
}

var threeLetters = regexp.MustCompile(`^[A-Z]{3}$`)

// Settings reads the settings of a centre.
func (c Centre) Settings() (Settings, *Fault) {
	s := Settings{Emergency: strings.TrimSpace(c.Emergency), Currency: c.Currency, StirIn: c.FindsStirredIn}
	var f *Fault
	if s.Name, f = name("/name", c.Name, "Give the centre a name"); f != nil {
		return s, f
	}
	if !threeLetters.MatchString(c.Currency) {
		return s, Bad("/currency", "A currency has three letters, such as USD, EUR or GBP.")
	}
	var err error
	if s.Staffing, err = Staffing(c.RatioTable, c.PerAdult); err != nil {
		return s, Bad("/per_adult", "The staffing table: %s.", err)
	}
	if s.Routine, f = routine("/routine", c.Routine); f != nil {
		return s, f
	}
	if s.Policy, f = c.Policy.Read(); f != nil {
		return s, f.Under("/policy")
	}
	return s, nil
}

// Staffing reads a staffing table by its word; own ones come with five numbers. An error
// is a clause.
func Staffing(table string, perAdult []int) (room.RatioTable, error) {
	if table != ownTable {
		return room.ParseRatioTable(table)
	}
	var own [len(room.LocalBands) + 1]int
	if len(perAdult) != len(own) {
		return room.RatioTable{}, fmt.Errorf("give %d numbers: for a youngest child under 12, 24, 36 and 60 months and from then on", len(own))
	}
	copy(own[:], perAdult)
	return room.LocalTable(own)
}

// Read reads a policy, which can tighten what the rules ask and never loosen it.
func (p Policy) Read() (safety.Policy, *Fault) {
	out := safety.Policy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict, TasteSafeMonths: p.TasteSafeMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: maps.Clone(p.MinimumMonths)}
	if p.TasteSafeMonths != 0 && p.TasteSafeMonths < room.ThreeYears {
		return out, Bad("/taste_safe_months", "The age for taste-safe things only is %d months or more: it tightens the rules and never loosens them.", room.ThreeYears)
	}
	if err := out.Validate(); err != nil {
		return out, Bad("", "The settings: %s.", err)
	}
	return out, nil
}

// WritePolicy writes a policy; reading it gives the same policy again.
func WritePolicy(p safety.Policy) Policy {
	out := Policy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict, TasteSafeMonths: p.TasteSafeMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: maps.Clone(p.MinimumMonths)}
	if out.MinimumMonths == nil {
		out.MinimumMonths = map[string]int{}
	}
	return out
}

// WriteSettings writes the settings of a centre.
func WriteSettings(s Settings) Centre {
	perAdult := s.Staffing.PerAdult()
	if s.Staffing.ID() != ownTable {
		perAdult = []int{}
	}
	return Centre{Name: s.Name, RatioTable: s.Staffing.ID(), PerAdult: perAdult, Emergency: s.Emergency, Currency: s.Currency, FindsStirredIn: s.StirIn, Routine: writeRoutine(s.Routine), Policy: WritePolicy(s.Policy)}
}
