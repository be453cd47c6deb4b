package checklist

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/safety"
)

// RoomFile is the room of a check list as written: room.json. Months are "2024-05", days
// "2026-11-24". Fields that are not there are facts that are not given.
type RoomFile struct {
	On       string      `json:"on,omitempty"`
	Name     string      `json:"name,omitempty"`
	Adults   *int        `json:"adults"`
	Illness  bool        `json:"illness"`
	Pet      bool        `json:"pet,omitempty"`
	Staffing string      `json:"staffing,omitempty"`
	PerAdult []int       `json:"children_per_adult,omitempty"`
	Children []ChildFile `json:"children"`
	Policy   PolicyFile  `json:"policy"`
	// Things are the centre's own, and Cupboard the ids of what it has at hand; both are
	// for swaps and names that the shelf that ships with Emblo does not know.
	Things   []ThingFile `json:"things,omitempty"`
	Cupboard []string    `json:"cupboard,omitempty"`
}

// ThingFile is one thing of a centre's own, in the columns of the shelf.
type ThingFile struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	Also     string `json:"also,omitempty"`
	Parts    string `json:"parts"`
	Solid    string `json:"solid,omitempty"`
	Size     string `json:"size_mm,omitempty"`
	Contains string `json:"contains,omitempty"`
	Traits   string `json:"traits,omitempty"`
	CupGrams string `json:"cup_g,omitempty"`
	Keeps    string `json:"keeps,omitempty"`
	Feel     string `json:"feel,omitempty"`
	Cost     string `json:"cost,omitempty"`
}

// Item checks the thing and returns it as the shelf has it.
func (t ThingFile) Item() (material.Item, error) {
	it, err := material.Row{Name: t.Name, Also: t.Also, Parts: t.Parts, CupGrams: t.CupGrams, Keeps: t.Keeps, Feel: t.Feel, Cost: t.Cost, SizeBy: "OWN", WeightBy: "OWN",
		Description: material.Description{Solid: t.Solid, Size: t.Size, Contains: t.Contains, Traits: t.Traits}}.Item(material.Standard().Named)
	it.ID, it.Own = t.ID, true
	return it, err
}

// ChildFile is one child of a RoomFile.
type ChildFile struct {
	Born          string        `json:"born"`
	Mouths        *bool         `json:"mouths"`
	Developmental *int          `json:"developmental_months"`
	Allergies     []AllergyFile `json:"allergies"`
	Eaten         []string      `json:"eaten,omitempty"`
	Asthma        bool          `json:"asthma,omitempty"`
	Eczema        bool          `json:"eczema,omitempty"`
}

// AllergyFile is one declared allergy; By is "eating" (the default) or "touch".
type AllergyFile struct {
	To string `json:"to"`
	By string `json:"by,omitempty"`
}

// PolicyFile is what a centre asks beyond the published limits; it only tightens.
type PolicyFile struct {
	NutFree          bool           `json:"nut_free"`
	NoFoodPlay       bool           `json:"no_food_play"`
	MayContainStrict bool           `json:"may_contain_strict"`
	TasteSafeMonths  int            `json:"taste_safe_months,omitempty"`
	CookedOnly       bool           `json:"cooked_only,omitempty"`
	OwnPortions      bool           `json:"own_portions,omitempty"`
	SameDayMixes     bool           `json:"same_day_mixes,omitempty"`
	MinimumMonths    map[string]int `json:"minimum_months,omitempty"`
}

// MaxRoomBytes is the largest room file read.
const MaxRoomBytes = 1 << 20

// Room is a room file made ready: the group to judge for, the shelf to look names up on,
// and what is in the cupboard.
type Room struct {
	Group    safety.Group
	Shelf    *material.Shelf
	Cupboard map[string]bool
}

// Swaps returns the swaps of the room's shelf for its group.
func (r *Room) Swaps() *safety.Swaps {
	return safety.NewSwaps(&r.Group, r.Shelf, nil, r.Cupboard)
}

// Check judges every row of a list for the room; see Check.
func (r *Room) Check(list []byte) (Report, error) {
	return Check(list, &r.Group, r.Shelf, r.Swaps())
}

// ReadRoom reads room.json and prepares it for judging on the day it names, or today. A
// field that is not known is an error: an allergy under a misspelt name must not be lost.
// Of a child whose birth month is missing nothing can be cleared, so that is an error too.
// Every error is a sentence that names the field.
func ReadRoom(data []byte, today age.Date) (*Room, error) {
	if len(data) > MaxRoomBytes {
		return nil, fmt.Errorf("the room file is larger than %d kB", MaxRoomBytes/1024)
	}
	var f RoomFile
	d := json.NewDecoder(bytes.NewReader(bytes.TrimPrefix(data, []byte("\ufeff"))))
	d.DisallowUnknownFields()
	if err := d.Decode(&f); err != nil {
		return nil, fmt.Errorf("the room file: %s", jsonWords(err))
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return nil, fmt.Errorf("the room file: there is more after the room")
	}
	g, err := f.Group(today)
	if err != nil {
		return nil, err
	}
	r := &Room{Group: g, Cupboard: make(map[string]bool, len(f.Cupboard))}
	for _, id := range f.Cupboard {
		r.Cupboard[id] = true
	}
	own := make([]material.Item, 0, len(f.Things))
	for i, t := range f.Things {
		it, err := t.Item()
		if err != nil {
			return nil, fmt.Errorf("things/%d/%w", i, err)
		}
		own = append(own, it)
	}
	r.Shelf = material.Standard().With(own)
	return r, nil
}

func jsonWords(err error) string {
	var wrong *json.UnmarshalTypeError
	switch {
	case errors.As(err, &wrong):
		return fmt.Sprintf("%s cannot be a %s", wrong.Field, wrong.Value)
	case errors.Is(err, io.EOF), errors.Is(err, io.ErrUnexpectedEOF):
		return "it is not complete JSON"
	}
	return strings.TrimPrefix(err.Error(), "json: ")
}

// Group prepares the room for judging on the day it names, or today.
func (f RoomFile) Group(today age.Date) (safety.Group, error) {
	on := today
	var err error
	if f.On != "" {
		if on, err = age.ParseDate(f.On); err != nil {
			return safety.Group{}, fmt.Errorf("on: %w", err)
		}
	}
	if f.Adults == nil {
		return safety.Group{}, fmt.Errorf("adults: say how many adults are there")
	}
	r := room.Room{Name: f.Name, Adults: *f.Adults, Illness: f.Illness, Pet: f.Pet}
	for i, c := range f.Children {
		child, err := c.child(on)
		if err != nil {
			return safety.Group{}, fmt.Errorf("children/%d: %w", i, err)
		}
		r.Children = append(r.Children, child)
	}
	table, err := f.table()
	if err != nil {
		return safety.Group{}, err
	}
	return safety.NewGroup(r, table, f.Policy.Policy())
}

func (f RoomFile) table() (room.RatioTable, error) {
	switch {
	case len(f.PerAdult) > 0:
		var own [len(room.LocalBands) + 1]int
		if len(f.PerAdult) != len(own) {
			return room.RatioTable{}, fmt.Errorf("children_per_adult: give %d numbers, for under 12, 24, 36 and 60 months and from then on", len(own))
		}
		copy(own[:], f.PerAdult)
		t, err := room.LocalTable(own)
		if err != nil {
			return t, fmt.Errorf("children_per_adult: %w", err)
		}
		return t, nil
	case f.Staffing == "":
		return room.StrictestTable(), nil
	}
	t, err := room.ParseRatioTable(f.Staffing)
	if err != nil {
		return t, fmt.Errorf("staffing: %w", err)
	}
	return t, nil
}

func (c ChildFile) child(on age.Date) (room.Child, error) {
	born, err := age.ParseMonth(c.Born)
	if err != nil {
		return room.Child{}, fmt.Errorf("born: %w", err)
	}
	if born.After(on.Month()) {
		return room.Child{}, fmt.Errorf("born: %s is after the day of use, %s", born, on)
	}
	child := room.Child{Label: "child", Months: age.MonthsOf(born, on), Asthma: c.Asthma, Eczema: c.Eczema}
	if c.Mouths != nil {
		child.Mouths = room.TriOf(*c.Mouths)
	}
	if d := c.Developmental; d != nil {
		if *d < 0 || *d > 14*12 {
			return room.Child{}, fmt.Errorf("developmental_months: between 0 and %d, not %d", 14*12, *d)
		}
		child.Developmental = room.SetMonths(*d)
	}
	for i, a := range c.Allergies {
		to, err := allergen.Parse(a.To)
		if err != nil { // what is not on the list is still an allergy
			if strings.TrimSpace(a.To) == "" {
				return room.Child{}, fmt.Errorf("allergies/%d/to: say what the child is allergic to", i)
			}
			to = allergen.Other
		}
		allergy := room.Allergy{To: to, Note: a.To}
		switch strings.ToLower(strings.TrimSpace(a.By)) {
		case "", "eating":
		case "touch", "air", "touch or air":
			allergy.By = room.ByTouchOrAir
		default:
			return room.Child{}, fmt.Errorf("allergies/%d/by: use eating or touch, not %q", i, a.By)
		}
		child.Allergies = append(child.Allergies, allergy)
	}
	for i, word := range c.Eaten {
		set, err := allergen.ParseContents(word)
		if err != nil {
			return room.Child{}, fmt.Errorf("eaten/%d: %w", i, err)
		}
		child.Tried |= set
	}
	return child, nil
}

// Policy returns the policy that the file writes; see safety.Policy.Validate.
func (p PolicyFile) Policy() safety.Policy {
	return safety.Policy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict, TasteSafeMonths: p.TasteSafeMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: p.MinimumMonths}
}

// PolicyOf writes a policy as a room file holds it.
func PolicyOf(p safety.Policy) PolicyFile {
	return PolicyFile{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict, TasteSafeMonths: p.TasteSafeMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: p.MinimumMonths}
}
