// Package demo loads the invented centre that shows Emblo at work: Quillmere Children's
// House, its rooms and its plans, with every date relative to the day it is loaded.
package demo

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/internal/auth"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// Email and Password sign in to the demo centre as its lead. They are printed at start,
// and exist only where the demo centre was loaded.
const (
	Email    = "lead@quillmere.example"
	Password = "harbour-week"
)

// Load adds the demo centre as of today, all of it or an error.
func Load(ctx context.Context, s *store.Store, today time.Time) error {
	hash, err := auth.Hash(Password)
	if err != nil {
		return err
	}
	centre := store.CentreRow{ID: uuid.New(), Name: "Quillmere Children's House", RatioTable: "eyfs", TimeZone: "UTC", Demo: true,
		Emergency: "Emergency 555-0100 · Poison advice 555-0101 (made-up numbers)"}
	account := func(name, email, role string) store.Staff {
		return store.Staff{ID: uuid.New(), Name: name, Email: email, Role: role, PasswordHash: hash}
	}
	err = s.CreateCentre(ctx, centre,
		account("Tansy Quill", Email, "lead"),
		account("Bram Oddleigh", "educator@quillmere.example", "educator"),
		account("Wren Sallow", "helper@quillmere.example", "helper"))
	if err != nil {
		return fmt.Errorf("demo centre: %w", err)
	}
	scoped := s.For(centre.ID)
	rooms := make(map[string]uuid.UUID)
	for _, r := range roomsOf(age.DateOf(today)) {
		saved, err := scoped.SaveRoom(ctx, r)
		if err != nil {
			return fmt.Errorf("demo room %s: %w", r.Name, err)
		}
		rooms[r.Name] = saved.ID
	}
	if err := scoped.SetCupboard(ctx, true, cupboard...); err != nil {
		return fmt.Errorf("demo cupboard: %w", err)
	}
	for _, w := range weighed {
		if err := scoped.SetAmounts(ctx, store.CupboardRow{ItemID: w.item, Grams: &w.grams, PackG: &w.pack, PriceCoins: &w.cents}); err != nil {
			return fmt.Errorf("demo cupboard, %s: %w", w.item, err)
		}
	}
	mud, err := json.Marshal(ownMix)
	if err != nil {
		return err
	}
	if _, err := scoped.SaveRecipe(ctx, store.Recipe{ID: uuid.New(), Content: mud}); err != nil {
		return fmt.Errorf("demo recipe %s: %w", ownMix.Name, err)
	}
	buoys, err := json.Marshal(ownThing)
	if err != nil {
		return err
	}
	if _, err := scoped.SaveItem(ctx, store.Item{ID: uuid.New(), Content: buoys}); err != nil {
		return fmt.Errorf("demo thing %s: %w", ownThing.Name, err)
	}
	for _, p := range setups(today) {
		row, err := p.row(rooms)
		if err != nil {
			return err
		}
		if _, err := scoped.SaveSetup(ctx, row); err != nil {
			return fmt.Errorf("demo set-up %s: %w", p.name, err)
		}
	}
	return nil
}

// weighed is what the demo centre has weighed, with made-up prices: it is short of cream of
// tartar.
var weighed = []struct {
	item        string
	grams, pack float64
	cents       int
}{
	{"plain-flour", 2600, 1000, 115}, {"fine-salt", 900, 750, 85}, {"plant-oil", 640, 920, 340}, {"cream-of-tartar", 15, 100, 365},
	{"cornflour", 400, 450, 210}, {"white-rice", 1800, 1000, 190}, {"lemon-juice", 200, 250, 160},
}

// ownMix is a recipe of the demo centre's own, as it was typed.
var ownMix = contract.RecipeText{Name: "Harbour mud dough", Kind: "dough", Measures: contract.Us,
	Lines: "2 c flour\n1/2 cup salt\n3 tbsp cocoa\n1 tbsp oil\n3/4 cup warm water",
	Steps: "Stir everything dry together, 3 min\nPour in the oil, then the water bit by bit, children stir, 4 min\nKnead until smooth, 5 min\nRest under a cloth 10 min",
	Keeps: "up to 1 week, airtight"}

// cupboard is what the demo centre has at hand.
var cupboard = []string{"plain-flour", "fine-salt", "plant-oil", "cornflour", "white-rice", "split-peas", "rolled-oats", "infant-rice-cereal",
	"ready-starch", "food-colour-liquid", "pompom-50", "shells-large", "wooden-boats", "cutters", "rolling-pins", "scoops", "aquafaba", "sponges"}

// ownThing is something that the demo centre made itself.
var ownThing = contract.ItemRow{Name: "Felt harbour buoys", Also: "buoys", Parts: "find;float", Solid: "sphere", SizeMm: "60-65",
	Contains: "none", Traits: "soft;rounded;fabric", Keeps: "years", Feel: "dry coarse quiet light clean unscented", Cost: "found"}

type child struct {
	initials string
	months   int
	mouths   string
	allergy  *store.Allergy
}

// feels are notes on what children avoid or seek, by their letters.
var feels = map[string]store.Needs{"KD": {Avoids: []string{"sticky"}}, "CT": {Seeks: []string{"wet"}}, "FY": {Avoids: []string{"loud"}}}

func roomsOf(today age.Date) []store.Room {
	milk := &store.Allergy{To: "milk", By: "eating"}
	wheat := &store.Allergy{To: "wheat", By: "touch"}
	sesame := &store.Allergy{To: "sesame", By: "eating"}
	room := func(name string, adults int, measures string, nutFree bool, children ...child) store.Room {
		r := store.Room{ID: uuid.New(), Name: name, Adults: adults, Measures: measures, NutFree: nutFree}
		for _, c := range children {
			// The last day of the birth month counts, so a child of n completed months
			// was born n+1 months ago.
			row := store.Child{ID: uuid.New(), Initials: c.initials, Born: today.Month().Minus(c.months + 1).String(), Mouths: c.mouths, Allergies: []store.Allergy{}, Needs: feels[c.initials]}
			if c.allergy != nil {
				row.Allergies = append(row.Allergies, *c.allergy)
			}
			r.Children = append(r.Children, row)
		}
		return r
	}
	return []store.Room{
		room("Puddles", 2, "metric", false,
			child{"PB", 9, "yes", nil}, child{"TO", 11, "yes", milk}, child{"LF", 13, "yes", nil},
			child{"AN", 14, "yes", nil}, child{"RH", 17, "no", nil}, child{"SE", 19, "no", nil}),
		room("Pebbles", 2, "metric", false,
			child{"DW", 25, "no", nil}, child{"IV", 26, "no", nil}, child{"OK", 27, "no", nil}, child{"JE", 28, "no", wheat},
			child{"MK", 30, "yes", nil}, child{"CT", 31, "no", nil}, child{"FY", 32, "no", nil}, child{"NL", 34, "no", nil},
			child{"BS", 36, "no", nil}, child{"GA", 38, "no", nil}),
		room("Lanterns", 2, "us", true,
			child{"HU", 41, "no", nil}, child{"WR", 42, "no", nil}, child{"EM", 44, "no", nil}, child{"KD", 45, "no", nil},
			child{"ZA", 46, "no", sesame}, child{"LO", 48, "no", nil}, child{"VI", 49, "no", nil}, child{"TN", 51, "no", nil},
			child{"YS", 52, "no", nil}, child{"AR", 54, "no", nil}, child{"PE", 55, "no", nil}, child{"OD", 57, "no", nil},
			child{"SF", 58, "no", nil}, child{"RI", 60, "no", nil}, child{"CB", 62, "no", nil}),
	}
}

type setup struct {
	name, room string
	at         time.Time
	base       contract.Base
	items      []contract.PlanItem
}

func setups(today time.Time) []setup {
	in := func(days, hour, minute int) time.Time {
		return time.Date(today.Year(), today.Month(), today.Day()+days, hour, minute, 0, 0, time.UTC)
	}
	fill := func(item, vessel string, depth float64) contract.Base {
		return contract.Base{Kind: contract.Fill, ItemId: &item, VesselId: &vessel, DepthMm: &depth}
	}
	mix := func(recipe string, portion float64, colours int, pot float64) contract.Base {
		return contract.Base{Kind: contract.Mix, RecipeId: &recipe, PortionG: &portion, Colours: &colours, PotMl: &pot}
	}
	item := func(id string, each int) contract.PlanItem {
		return contract.PlanItem{ItemId: &id, Each: each, Use: contract.Open}
	}
	piece, notFood := contract.Piece, contract.DescribedContentsListed
	beachGlass := contract.PlanItem{Each: 1, Use: contract.Open,
		Described: &contract.Described{Name: "Beach glass, tumbled", Form: &piece, Contents: &notFood}}
	return []setup{
		{"Harbour scoop tub", "Pebbles", in(1, 9, 45), fill("split-peas", "deep-tub", 60),
			[]contract.PlanItem{item("shells-small", 2), item("wooden-boats", 1), beachGlass, item("scoops", 1)}},
		{"Bakery counter", "Lanterns", in(2, 10, 15), mix("stove-dough", 120, 3, 2000),
			[]contract.PlanItem{item("cutters", 1), item("rolling-pins", 1)}},
		{"Night-sky foam", "Puddles", in(3, 9, 30), fill("shaving-foam", "tray", 30), nil},
		{"Harbour water tub", "Pebbles", in(4, 9, 45), fill("water", "dish-tub", 40),
			[]contract.PlanItem{item("wooden-boats", 1), item("shells-large", 1), item("measuring-cups", 1)}},
	}
}

func (p setup) row(rooms map[string]uuid.UUID) (store.Setup, error) {
	base, err := json.Marshal(p.base)
	if err != nil {
		return store.Setup{}, err
	}
	if p.items == nil {
		p.items = []contract.PlanItem{}
	}
	items, err := json.Marshal(p.items)
	return store.Setup{ID: uuid.New(), RoomID: rooms[p.room], Name: p.name, PlayAt: p.at, Base: base, Items: items}, err
}
