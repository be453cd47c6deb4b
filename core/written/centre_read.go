package written

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"

	"emblo/core/region"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/words"
)

// ownTable is the word for a staffing table that a centre entered itself.
const ownTable = "own"

// Settings is a centre's settings in the core's terms.
type Settings struct {
	Name, Emergency, Poison, Currency string
	Speech                            region.Speech
	TimeZone                          string // such as Europe/London; empty where nobody has said
	Staffing                          room.RatioTable
	StirIn                            bool
	Routine                           room.Routine
	Vessels                           []vessel.Vessel // of the centre's own
	Free                              []room.Free     // when hands are free; none where nobody has said
	PrepHands                         int             // at least 1
	Policy                            safety.Policy
}

// Asks returns what the centre asks: its policy, and what goes with its staffing table. Who counts children as
// England does goes by the age for firm and round food that is said there.
func (s Settings) Asks() safety.Policy {
	p := s.Policy
	if s.Staffing.ID() == englishTable {
		p.FoodMonths = max(p.FoodMonths, safety.BritishFoodMonths)
	}
	return p
}

// englishTable is the staffing table of England.
const englishTable = "eyfs"

// Vessel returns the vessel with an id: one of the centre's own, or one that ships with Emblo.
func (s Settings) Vessel(id string) (vessel.Vessel, bool) {
	if at := slices.IndexFunc(s.Vessels, func(v vessel.Vessel) bool { return v.ID == id }); at >= 0 {
		return s.Vessels[at], true
	}
	return vessel.Get(id)
}

var (
	threeLetters = regexp.MustCompile(`^[A-Z]{3}$`)
	// as the IANA database writes them
	zoneName = regexp.MustCompile(`^[A-Z][A-Za-z0-9_+-]*(/[A-Z][A-Za-z0-9_+-]*){0,2}$`)
)

const maxPrepHands = 10

// Settings reads the settings of a centre.
func (c Centre) Settings() (Settings, *strict.Fault) {
	s := Settings{Emergency: strings.TrimSpace(c.Emergency), Poison: strings.TrimSpace(c.Poison), Currency: c.Currency,
		StirIn: c.FindsStirredIn}
	var f *strict.Fault
	if s.Speech, f = speech(c.Language, c.Units); f != nil {
		return s, f
	}
	if s.Name, f = name("/name", c.Name, "Give the centre a name"); f != nil {
		return s, f
	}
	if !threeLetters.MatchString(c.Currency) {
		return s, strict.Bad("/currency", "A currency has three letters, such as USD, EUR or GBP.")
	}
	if s.TimeZone = c.TimeZone; c.TimeZone != "" && !zoneName.MatchString(c.TimeZone) {
		return s, strict.Bad("/time_zone", "A time zone is written by its region and city, such as Europe/London.")
	}
	var err error
	if s.Staffing, err = Staffing(c.RatioTable, c.PerAdult); err != nil {
		return s, strict.Bad("/per_adult", "The staffing table: %s.", err)
	}
	if s.Routine, f = routine("/routine", c.Routine); f != nil {
		return s, f
	}
	if s.Vessels, f = ownVessels(c.Vessels); f != nil {
		return s, f.Under("/vessels")
	}
	if s.Free, f = readFree(c.Prep); f != nil {
		return s, f
	}
	if f = readHands(c.PrepHands); f != nil {
		return s, f
	}
	s.PrepHands = max(1, c.PrepHands)
	if s.Policy, f = c.Policy.Read(); f != nil {
		return s, f.Under("/policy")
	}
	return s, nil
}

// speech reads the language and the units of a centre; what nobody has said is left empty.
func speech(language, units string) (s region.Speech, fault *strict.Fault) {
	if s.Language = language; language != "" && !slices.Contains(region.Languages, language) {
		return s, strict.Bad("/language", "Choose a language of %s.", strings.Join(region.Languages, ", "))
	}
	at := slices.Index(say.UnitNames, units)
	if at < 0 && units != "" {
		return s, strict.Bad("/units", "Choose units of %s.", strings.Join(say.UnitNames, ", "))
	}
	s.Units = say.Units(max(0, at))
	return s, nil
}

// ownVessels reads the vessels of a centre; pointers are below the list.
func ownVessels(all []OwnVessel) (own []vessel.Vessel, fault *strict.Fault) {
	for i, v := range all {
		at := fmt.Sprintf("/%d", i)
		called, f := name(at+"/name", v.Name, "Say what the container is called")
		if f != nil {
			return nil, f
		}
		if !IsID(v.ID) {
			return nil, strict.Bad(at+"/id", "A container needs an id of its own.")
		}
		for _, other := range own {
			if other.ID == v.ID || strings.EqualFold(other.Name, called) {
				return nil, strict.Bad(at+"/name", "Two containers are called %q.", words.Cut(called))
			}
		}
		read, err := v.read(called)
		if err != nil {
			return nil, strict.Bad(at, "The container %q cannot be: %s.", words.Cut(called), err)
		}
		own = append(own, read)
	}
	return own, nil
}

// read reads a vessel as it stands; an error is a clause.
func (v OwnVessel) read(called string) (vessel.Vessel, error) {
	alone, err := v.alone(called)
	if err != nil || v.OuterMM == 0 {
		return alone, err
	}
	return alone.Within(unit.Millimetres(v.OuterMM))
}

func (v OwnVessel) alone(called string) (vessel.Vessel, error) {
	shape, err := vessel.ParseShape(v.Shape)
	if err != nil {
		return vessel.Vessel{}, err
	}
	given := [...]float64{v.TopWidthMM, v.BottomLengthMM, v.BottomWidthMM, v.HeightMM, float64(v.Cells)}
	asked := map[vessel.Shape][5]bool{vessel.Walled: {true, true, true, true}, vessel.Round: {false, true, false, true},
		vessel.Bowl: {3: true}, vessel.Bag: {0: true},
		vessel.Bottle: {3: true}, vessel.Cells: {0: true, 3: true, 4: true}, vessel.OnWall: {3: true}}[shape]
	for i, mm := range given {
		if mm != 0 && !asked[i] {
			return vessel.Vessel{}, fmt.Errorf("a %s has fewer measures than were given", shape)
		}
	}
	switch shape {
	case vessel.Round:
		return vessel.NewRound(v.ID, called, v.TopLengthMM, v.BottomLengthMM, v.HeightMM)
	case vessel.Bowl:
		return vessel.NewBowl(v.ID, called, v.TopLengthMM, v.HeightMM)
	case vessel.Bag:
		return vessel.NewBag(v.ID, called, v.TopLengthMM, v.TopWidthMM)
	case vessel.Bottle:
		return vessel.NewBottle(v.ID, called, v.TopLengthMM, v.HeightMM)
	case vessel.OnWall:
		return vessel.NewOnWall(v.ID, called, v.TopLengthMM, v.HeightMM)
	case vessel.Cells:
		return vessel.NewCells(v.ID, called, v.Cells, v.TopLengthMM, v.TopWidthMM, v.HeightMM)
	}
	return vessel.NewTub(v.ID, called, v.TopLengthMM, v.TopWidthMM, v.BottomLengthMM, v.BottomWidthMM, v.HeightMM)
}

func writeOwnVessels(all []vessel.Vessel) (own []OwnVessel) {
	for _, v := range all {
		w := WriteVessel(v)
		o := OwnVessel{ID: w.ID, Name: w.Name, Shape: w.Shape, TopLengthMM: w.TopLengthMM, OuterMM: w.OuterMM}
		switch v.Shape() {
		case vessel.Walled:
			o.TopWidthMM, o.BottomLengthMM, o.BottomWidthMM, o.HeightMM = w.TopWidthMM, w.BottomLengthMM,
				w.BottomWidthMM, w.HeightMM
		case vessel.Round:
			o.BottomLengthMM, o.HeightMM = w.BottomLengthMM, w.HeightMM
		case vessel.Cells:
			o.TopWidthMM, o.HeightMM, o.Cells = w.TopWidthMM, w.HeightMM, w.Cells
		case vessel.Bowl, vessel.Bottle, vessel.OnWall:
			o.HeightMM = w.HeightMM
		case vessel.Bag:
			o.TopWidthMM = w.TopWidthMM
		}
		own = append(own, o)
	}
	return own
}

// Staffing reads a staffing table by its word; own ones come with five numbers. An error
// is a clause.
func Staffing(table string, perAdult []int) (room.RatioTable, error) {
	if table != ownTable {
		return room.ParseRatioTable(table)
	}
	var own [len(room.LocalBands) + 1]int
	if len(perAdult) != len(own) {
		return room.RatioTable{},
			fmt.Errorf("give %d numbers: for a youngest child under 12, 24, 36 and 60 months and from then on",
				len(own))
	}
	copy(own[:], perAdult)
	return room.LocalTable(own)
}

// Read reads a policy, which can tighten what the rules ask and never loosen it.
func (p Policy) Read() (safety.Policy, *strict.Fault) {
	out := safety.Policy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict,
		TasteSafeMonths: p.TasteSafeMonths, FoodMonths: p.FoodMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes,
		MinimumMonths: maps.Clone(p.MinimumMonths)}
	if p.TasteSafeMonths != 0 && p.TasteSafeMonths < room.ThreeYears {
		return out, strict.Bad("/taste_safe_months",
			"The age for taste-safe things only is %d months or more: it tightens the rules and never loosens them.",
			room.ThreeYears)
	}
	if p.FoodMonths != 0 && p.FoodMonths < 48 {
		return out, strict.Bad("/food_months",
			"The age for firm and round food is 48 months or more: it tightens the rules and never loosens them.")
	}
	if err := out.Validate(); err != nil {
		return out, strict.Bad("", "The settings: %s.", err)
	}
	return out, nil
}

// WritePolicy writes a policy; reading it gives the same policy again.
func WritePolicy(p safety.Policy) Policy {
	out := Policy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict,
		TasteSafeMonths: p.TasteSafeMonths, FoodMonths: p.FoodMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes,
		MinimumMonths: maps.Clone(p.MinimumMonths)}
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
	return Centre{Name: s.Name, RatioTable: s.Staffing.ID(), PerAdult: perAdult, Emergency: s.Emergency,
		Poison: s.Poison, Currency: s.Currency, Language: s.Speech.Language, Units: writeUnits(s.Speech.Units),
		TimeZone: s.TimeZone, FindsStirredIn: s.StirIn, Routine: writeRoutine(s.Routine),
		Vessels: writeOwnVessels(s.Vessels), Prep: WriteFree(s.Free), PrepHands: writeHands(s.PrepHands),
		Policy: WritePolicy(s.Policy)}
}

// writeUnits leaves out what is so where nobody has said.
func writeUnits(u say.Units) string {
	if u == say.Metric {
		return ""
	}
	return say.UnitNames[u]
}

// writeHands leaves out what is so where nobody has said.
func writeHands(n int) int {
	if n <= 1 {
		return 0
	}
	return n
}

// WriteVessel writes a vessel by its inside measures.
func WriteVessel(t vessel.Vessel) Vessel {
	tl, tw := t.Top()
	bl, bw := t.Bottom()
	w := Vessel{ID: t.ID, Name: t.Name, Shape: t.Shape().String(), TopLengthMM: tl.Millimetres(),
		TopWidthMM: tw.Millimetres(), BottomLengthMM: bl.Millimetres(),
		BottomWidthMM: bw.Millimetres(), HeightMM: t.Height().Millimetres(),
		DeepestMM: t.Deepest(vessel.Open).Millimetres(), ClosedMM: t.Deepest(vessel.Closed).Millimetres(),
		FrozenMM: t.Deepest(vessel.Frozen).Millimetres(), OuterMM: t.Outer().Millimetres(), Jar: t.IsJar(),
		Closes: t.Closes(), HoldsML: t.VolumeTo(t.Deepest(vessel.Open)).Millilitres()}
	if t.Shape() == vessel.Cells {
		w.Cells = t.Cells()
	}
	return w
}
