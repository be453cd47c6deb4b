package written

import (
	"bytes"
	"fmt"
	"strings"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/words"
)

// RoomFile is a room with what a list is checked against, as a file: room.json.
type RoomFile struct {
	Version int      `json:"version"`
	On      string   `json:"on"` // the day of use, 2026-11-24
	Centre  FileRule `json:"centre"`
	Room    Room     `json:"room"`
	// Things are the centre's own, and Cupboard the ids of what it has at hand; both are
	// for swaps and names that the shelf that ships with Emblo does not know.
	Things   []FileThing `json:"things" max:"5000"`
	Cupboard []string    `json:"cupboard" max:"10000" each:"64"`
}

// FileRule is what the centre of a room file asks.
type FileRule struct {
	RatioTable string `json:"ratio_table"`
	PerAdult   []int  `json:"per_adult" max:"5"`
	Policy     Policy `json:"policy"`
	// Routine is what is done at every tub of the centre, by its words; absent where nothing is.
	Routine []string `json:"routine,omitzero" max:"7" each:"10"`
}

// FileThing is a thing of a centre's own with its id.
type FileThing struct {
	ID string `json:"id" max:"64"`
	Thing
}

// Sheet is a room file made ready: the group to judge for, the shelf to look names up on,
// and what is in the cupboard.
type Sheet struct {
	Group    safety.Group
	Shelf    *material.Shelf
	Cupboard map[string]bool
}

// MaxRoomFile is the largest room file read, in bytes.
const MaxRoomFile = 4 << 20

// ReadRoomFile reads a room file of any version for the day it names, or today. Of a child
// whose birth month is missing nothing can be checked, so that is refused too. Every error
// is a *Fault.
func ReadRoomFile(data []byte, today age.Date) (*Sheet, error) {
	if len(data) > MaxRoomFile {
		return nil, &strict.Fault{Code: strict.TooLong, Pointer: "", Sentence: fmt.Sprintf("The room file is larger than %d MB.", MaxRoomFile>>20)}
	}
	data = bytes.TrimPrefix(data, []byte("\ufeff"))
	switch v := strict.Version(data); v {
	case 1:
		f, err := strict.Read[roomFile1](data)
		if err != nil {
			return nil, err
		}
		return f.sheet(today)
	case 2, Version: // a room is written the same in both
		f, err := strict.Read[RoomFile](data)
		if err != nil {
			return nil, err
		}
		return f.sheet()
	default:
		return nil, &strict.Fault{Code: strict.NewerForm, Pointer: "/version",
			Sentence: fmt.Sprintf("The file is written in form %d; this Emblo reads forms 1 to %d. Use a newer one.", v, Version)}
	}
}

func (f RoomFile) sheet() (*Sheet, error) {
	on, err := age.ParseDate(f.On)
	if err != nil {
		return nil, strict.Bad("/on", "The day of use: %s.", err)
	}
	roster, fault := f.Room.Roster()
	if fault == nil {
		fault = f.Room.CheckOn(on)
	}
	if fault != nil {
		return nil, fault.Under("/room")
	}
	staffing, err := Staffing(f.Centre.RatioTable, f.Centre.PerAdult)
	if err != nil {
		return nil, strict.Bad("/centre/per_adult", "The staffing table: %s.", err)
	}
	policy, fault := f.Centre.Policy.Read()
	if fault != nil {
		return nil, fault.Under("/centre/policy")
	}
	keeps, fault := routine("/centre/routine", f.Centre.Routine)
	if fault != nil {
		return nil, fault
	}
	s, err := newSheet(roster.On(on), staffing, policy.Tighten(safety.Policy{NutFree: roster.NutFree}), f.Things,
		f.Cupboard)
	if err != nil {
		return nil, err
	}
	s.Group = s.Group.Keeping(keeps.Without(roster.Strikes))
	return s, nil
}

func newSheet(r room.Room, t room.RatioTable, p safety.Policy, things []FileThing, cupboard []string) (*Sheet, error) {
	g, err := safety.NewGroup(r, t, p)
	if err != nil {
		return nil, strict.Bad("", "The room cannot be planned for: %s.", err)
	}
	s := &Sheet{Group: g, Cupboard: make(map[string]bool, len(cupboard))}
	for _, id := range cupboard {
		s.Cupboard[id] = true
	}
	items := make([]material.Item, 0, len(things))
	for i, thing := range things {
		it, fault := thing.Item(thing.ID, material.Standard().Named)
		if fault != nil {
			return nil, fault.Under(fmt.Sprintf("/things/%d", i))
		}
		items = append(items, it)
	}
	s.Shelf = material.Standard().With(items)
	return s, nil
}

// roomFile1 is the room file of version 1. What is optional in it is a fact that is not
// given, or a switch that is off.
type roomFile1 struct {
	Version  int          `json:"version,omitzero"`
	On       string       `json:"on,omitzero"`
	Name     string       `json:"name,omitzero"`
	Adults   int          `json:"adults"`
	Illness  bool         `json:"illness,omitzero"`
	Pet      bool         `json:"pet,omitzero"`
	Staffing string       `json:"staffing,omitzero"` // the stricter of the published tables when none is named
	PerAdult []int        `json:"children_per_adult,omitzero"`
	Children []child1     `json:"children"`
	Policy   policy1      `json:"policy,omitzero"`
	Things   []fileThing1 `json:"things,omitzero" max:"5000"`
	Cupboard []string     `json:"cupboard,omitzero" max:"10000" each:"64"`
}

type child1 struct {
	Born                string     `json:"born"`
	Mouths              *bool      `json:"mouths"` // null is not known
	DevelopmentalMonths *int       `json:"developmental_months,omitzero" null:"ok"`
	Allergies           []allergy1 `json:"allergies"`
	Eaten               []string   `json:"eaten,omitzero"`
	Asthma              bool       `json:"asthma,omitzero"`
	Eczema              bool       `json:"eczema,omitzero"`
}

type allergy1 struct {
	To string `json:"to"`          // a word of the list, or whatever the family says
	By string `json:"by,omitzero"` // eating, or touch
}

type policy1 struct {
	NutFree          bool           `json:"nut_free,omitzero"`
	NoFoodPlay       bool           `json:"no_food_play,omitzero"`
	MayContainStrict bool           `json:"may_contain_strict,omitzero"`
	TasteSafeMonths  int            `json:"taste_safe_months,omitzero"`
	FoodMonths       int            `json:"food_months,omitzero"`
	CookedOnly       bool           `json:"cooked_only,omitzero"`
	OwnPortions      bool           `json:"own_portions,omitzero"`
	SameDayMixes     bool           `json:"same_day_mixes,omitzero"`
	MinimumMonths    map[string]int `json:"minimum_months,omitzero"`
}

type fileThing1 struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	Also     string `json:"also,omitzero"`
	Parts    string `json:"parts"`
	Solid    string `json:"solid,omitzero"`
	SizeMM   string `json:"size_mm,omitzero"`
	Contains string `json:"contains,omitzero"`
	Traits   string `json:"traits,omitzero"`
	CupG     string `json:"cup_g,omitzero"`
	Keeps    string `json:"keeps,omitzero"`
	Feel     string `json:"feel,omitzero"`
	Cost     string `json:"cost,omitzero"`
}

func (f roomFile1) sheet(today age.Date) (*Sheet, error) {
	on := today
	var err error
	if f.On != "" {
		if on, err = age.ParseDate(f.On); err != nil {
			return nil, strict.Bad("/on", "The day of use: %s.", err)
		}
	}
	r := room.Room{Name: f.Name, Adults: f.Adults, Illness: f.Illness, Pet: f.Pet}
	for i, c := range f.Children {
		child, fault := c.child(on)
		if fault != nil {
			return nil, fault.Under(fmt.Sprintf("/children/%d", i))
		}
		r.Children = append(r.Children, child)
	}
	staffing, at := room.StrictestTable(), "/staffing"
	switch {
	case len(f.PerAdult) > 0:
		at = "/children_per_adult"
		staffing, err = Staffing(ownTable, f.PerAdult)
	case f.Staffing != "":
		staffing, err = room.ParseRatioTable(f.Staffing)
	}
	if err != nil {
		return nil, strict.Bad(at, "The staffing table: %s.", err)
	}
	policy, fault := Policy(f.Policy).Read()
	if fault != nil {
		return nil, fault.Under("/policy")
	}
	things := make([]FileThing, len(f.Things))
	for i, t := range f.Things {
		things[i] = FileThing{t.ID, Thing{Name: t.Name, Also: t.Also, Parts: t.Parts, Solid: t.Solid, SizeMM: t.SizeMM,
			Contains: t.Contains, Traits: t.Traits, CupG: t.CupG, Keeps: t.Keeps, Feel: t.Feel, Cost: t.Cost}}
	}
	return newSheet(r, staffing, policy, things, f.Cupboard)
}

func (c child1) child(on age.Date) (room.Child, *strict.Fault) {
	born, err := age.ParseMonth(c.Born)
	if err != nil {
		return room.Child{}, strict.Bad("/born", "Give a birth month, such as 2024-05: %s.", err)
	}
	if born.After(on.Month()) {
		return room.Child{}, strict.Bad("/born", "The birth month %s is after the day of use, %s.", born, on)
	}
	child := room.Child{Label: "child", Months: age.MonthsOf(born, on), Asthma: c.Asthma, Eczema: c.Eczema}
	if c.Mouths != nil {
		child.Mouths = room.TriOf(*c.Mouths)
	}
	if d := c.DevelopmentalMonths; d != nil {
		if *d < 0 || *d > room.Oldest {
			return child, strict.Bad("/developmental_months", "A developmental age is between 0 and %d months, not %d.",
				room.Oldest, *d)
		}
		child.Developmental = room.SetMonths(*d)
	}
	for i, a := range c.Allergies {
		at := fmt.Sprintf("/allergies/%d", i)
		all, err := allergen.ParseAll(a.To)
		if err != nil { // what is not on the list is still an allergy
			if strings.TrimSpace(a.To) == "" {
				return child, strict.Bad(at+"/to", "Say what the child is allergic to.")
			}
			all = []allergen.Allergen{allergen.Other}
		}
		allergy := room.Allergy{Note: a.To}
		switch strings.ToLower(strings.TrimSpace(a.By)) {
		case "", "eating":
		case "touch", "air", "touch or air":
			allergy.By = room.ByTouchOrAir
		default:
			return child, strict.Bad(at+"/by", "An allergy is by eating or touch, not %q.", words.Cut(a.By))
		}
		for _, to := range all {
			allergy.To = to
			child.Allergies = append(child.Allergies, allergy)
		}
	}
	for i, word := range c.Eaten {
		set, err := allergen.ParseContents(word)
		if err != nil {
			return child, strict.Bad(fmt.Sprintf("/eaten/%d", i), "%q is not on the list of allergens.", words.Cut(word))
		}
		child.Tried |= set
	}
	return child, nil
}
