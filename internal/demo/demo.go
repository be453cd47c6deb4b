// Package demo loads the invented centre that shows Emblo at work: Quillmere Children's
// House, its rooms and its plans, with every date relative to the day it is loaded.
package demo

import (
	"context"
	"fmt"
	"time"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/account"
	"emblo/internal/store"
)

// Email and Password sign in to the demo centre as its lead. They are printed at start,
// and exist only where the demo centre was loaded.
const (
	Email    = "lead@quillmere.example"
	Password = "harbour-week"
)

// Load adds the demo centre as of a moment, all of it or an error. The centre goes by the zone that the
// moment is in.
func Load(ctx context.Context, s *store.Store, now time.Time) error {
	today := age.DateOf(now)
	hash, err := account.Hash(Password)
	if err != nil {
		return err
	}
	settings := settings
	settings.TimeZone = now.Location().String()
	centre := store.CentreRow{ID: uuid.New(), TimeZone: now.Location().String(), Demo: true,
		Doc: strict.Write(settings)}
	staff := func(name, email, role string) store.Staff {
		return store.Staff{ID: uuid.New(), Name: name, Email: email, Role: role, PasswordHash: hash}
	}
	err = s.CreateCentre(ctx, centre,
		staff("Tansy Quill", Email, "lead"),
		staff("Bram Oddleigh", "educator@quillmere.example", "educator"),
		staff("Wren Sallow", "helper@quillmere.example", "helper"))
	if err != nil {
		return fmt.Errorf("demo centre: %w", err)
	}
	scoped := s.For(centre.ID)
	keep := func(k store.Kind, name string, doc any) (uuid.UUID, error) {
		id := uuid.New()
		if _, err := scoped.Save(ctx, k, id, 0, strict.Write(doc)); err != nil {
			return id, fmt.Errorf("demo %s, %s: %w", k, name, err)
		}
		return id, nil
	}
	rooms := make(map[string]string)
	for _, r := range roomsOf(today) {
		id, err := keep(store.Rooms, r.Name, r)
		if err != nil {
			return err
		}
		rooms[r.Name] = id.String()
	}
	if err := fill(ctx, scoped, now, rooms["Lanterns"], keep); err != nil {
		return err
	}
	if _, err := keep(store.Recipes, ownMix.Name, ownMix); err != nil {
		return err
	}
	if _, err := keep(store.Things, ownThing.Name, ownThing); err != nil {
		return err
	}
	for _, p := range setups(clock.WallOf(now)) {
		p.RoomID = rooms[p.RoomID]
		if _, err := keep(store.Setups, p.Name, p); err != nil {
			return err
		}
	}
	return nil
}

// fill adds what is in the cupboard, and the batches of a room with what happened to them.
func fill(ctx context.Context, c *store.Centre, now time.Time, room string,
	keep func(k store.Kind, name string, doc any) (uuid.UUID, error)) error {
	for _, j := range jars(age.DateOf(now)) {
		id, err := keep(store.Jars, j.ItemID, j.Jar)
		if err != nil {
			return err
		}
		move := store.MoveRow{ID: uuid.New(), At: now.UTC().AddDate(0, 0, -1), Kind: "counted", Amount: j.has}
		if err := c.Cupboard().AddMove(ctx, id, move, func([]store.MoveRow) error { return nil }); err != nil {
			return fmt.Errorf("demo cupboard, %s: %w", j.ItemID, err)
		}
	}
	for _, b := range batches(age.DateOf(now), room) {
		id, err := keep(store.Batches, b.Name, b.Batch)
		if err != nil {
			return err
		}
		for _, e := range b.happened {
			read := func(store.BatchRow) ([]byte, *store.NewBatch, bool, error) {
				return strict.Write(e), nil, false, nil
			}
			if err := c.Making().AddBatchEvent(ctx, id, uuid.New(), read); err != nil {
				return fmt.Errorf("demo batch %s: %w", b.Name, err)
			}
		}
	}
	return nil
}

// settings are those of the demo centre.
var settings = written.Centre{Name: "Quillmere Children's House", RatioTable: "eyfs", PerAdult: []int{},
	Currency:  "USD",
	Routine:   []string{"floor", "hands", "seated", "over", "lying", "sweep", "cloth"},
	Language:  "en-GB",
	Emergency: "555-0100 (made up)", Poison: "555-0101 (made up)",
	Policy: written.Policy{MinimumMonths: map[string]int{}}}

// jar is a jar of the demo centre and what is in it; nil when nobody has weighed it.
type jar struct {
	written.Jar
	has *float64
}

// jars are what the demo centre has, with made-up prices: it is short of cream of tartar.
func jars(today age.Date) []jar {
	day := func(in int) string { return clock.At(today, 24*in, 0).Day().String() }
	of := func(item, place string, has *float64, packs ...written.Pack) jar {
		return jar{written.Jar{ItemID: item, Place: place, Packs: append([]written.Pack{}, packs...)}, has}
	}
	pack := func(amount float64, coins int) written.Pack { return written.Pack{Amount: amount, Coins: &coins} }
	all := []jar{
		of("plain-flour", "pantry", ptr(2600.0), pack(1000, 115)), of("fine-salt", "pantry", ptr(900.0), pack(750, 85)),
		of("plant-oil", "pantry", ptr(640.0), pack(920, 340)),
		of("cream-of-tartar", "spice drawer", ptr(15.0), pack(100, 365), pack(40, 180)), of("cornflour", "pantry",
			ptr(400.0), pack(450, 210)),
		of("white-rice", "pantry", ptr(1800.0), pack(1000, 190), pack(2500, 420)), of("lemon-juice", "fridge",
			ptr(200.0), pack(250, 160)),
		of("split-peas", "pantry", nil, pack(500, 130)), of("rolled-oats", "pantry", nil, pack(1000, 185)),
		of("infant-rice-cereal", "pantry", nil, pack(500, 290), pack(250, 160)),
		of("ready-starch", "pantry", nil), of("food-colour-liquid", "spice drawer", nil), of("aquafaba", "pantry", nil),
		of("pompom-50", "blue box", ptr(48.0), pack(24, 300)), of("shells-large", "blue box", ptr(24.0)),
		of("wooden-boats", "harbour box", ptr(20.0)), of("cutters", "dough box", ptr(18.0)),
		of("rolling-pins", "dough box", ptr(15.0)), of("scoops", "water shelf", ptr(16.0)), of("sponges", "water shelf",
			nil), of("stacking-cups", "blue box", nil),
		of("play-tongs", "blue box", nil), of("jumbo-sticks", "craft drawer", nil),
	}
	for i := range all {
		switch all[i].ItemID {
		case "lemon-juice":
			all[i].BestBefore, all[i].Opened = day(2), day(-9)
		case "ready-starch":
			all[i].BestBefore = day(40)
		}
	}
	return all
}

// madeBefore is a batch of the demo centre with what happened to it.
type madeBefore struct {
	written.Batch
	happened []written.BatchEvent
}

// batches are what the demo centre has in store: one past its day, and one used three times that is due to be
// looked over.
func batches(today age.Date, room string) []madeBefore {
	of := func(name, recipe string, days int, grams float64, lines ...written.BatchLine) written.Batch {
		return written.Batch{Name: name, RecipeID: recipe, MadeG: grams, MadeOn: today.Plus(-days).String(),
			RoomID: room, Store: "airtight", Lines: lines}
	}
	line := func(item string, grams float64) written.BatchLine {
		return written.BatchLine{ItemID: item, Grams: grams}
	}
	cold := madeBefore{Batch: of("Cold dough, harbour blue", "cold-dough", 7, 1150, line("plain-flour", 500),
		line("fine-salt", 292), line("water", 330), line("plant-oil", 28))}
	for _, days := range []int{6, 4, 1} {
		cold.happened = append(cold.happened, written.BatchEvent{Kind: "used", On: today.Plus(-days).String(),
			RoomID: room})
	}
	return []madeBefore{cold, {Batch: of("Flatbread dough", "flatbread-dough", 2, 400, line("wholemeal-flour", 240),
		line("water", 150), line("plant-oil", 9), line("fine-salt", 3))}}
}

// ownMix is a recipe of the demo centre's own, as it was typed.
var ownMix = written.Recipe{Name: "Harbour mud dough", Kind: "dough", Measures: "us",
	Lines: "2 c flour\n1/2 cup salt\n3 tbsp cocoa\n1 tbsp oil\n3/4 cup warm water",
	Steps: "Stir everything dry together, 3 min\nPour in the oil, then the water bit by bit, children stir, 4 min\nKnead until smooth, 5 min\nRest under a cloth 10 min",
	Keeps: "up to 1 week, airtight", Confirmed: true}

// ownThing is something that the demo centre made itself.
var ownThing = written.Thing{Name: "Felt harbour buoys", Also: "buoys", Parts: "find;float", Solid: "sphere",
	SizeMM:   "60-65",
	Contains: "none", Traits: "soft;rounded;fabric", Keeps: "years", Feel: "dry coarse quiet light clean unscented",
	Cost: "found", Confirmed: true}

type child struct {
	initials string
	months   int
	mouths   string
	allergy  *written.Allergy
}

// feels are notes on what children avoid or seek, by their letters.
var feels = map[string]written.Needs{"KD": {Avoids: []string{"sticky"}}, "CT": {Seeks: []string{"wet"}},
	"FY": {Avoids: []string{"loud"}}}

func roomsOf(today age.Date) []written.Room {
	milk := &written.Allergy{To: "milk", By: "eating"}
	wheat := &written.Allergy{To: "wheat", By: "touch"}
	sesame := &written.Allergy{To: "sesame", By: "eating"}
	room := func(name string, adults int, measures string, nutFree bool, children ...child) written.Room {
		r := written.Room{Name: name, Adults: adults, Measures: measures, Drawer: []string{}, NutFree: nutFree}
		for _, c := range children {
			// The last day of the birth month counts, so a child of n completed months
			// was born n+1 months ago.
			row := written.Child{ID: uuid.NewString(), Initials: c.initials, Born: today.Month().Minus(c.months +
				1).String(), Mouths: c.mouths,
				Allergies: []written.Allergy{}, Needs: feels[c.initials]}
			if c.allergy != nil {
				row.Allergies = append(row.Allergies, *c.allergy)
			}
			for _, list := range []*[]string{&row.Needs.Eaten, &row.Needs.Avoids, &row.Needs.Seeks} {
				if *list == nil {
					*list = []string{}
				}
			}
			r.Children = append(r.Children, row)
		}
		return r
	}
	return []written.Room{
		room("Puddles", 2, "metric", false,
			child{"PB", 9, "yes", nil}, child{"TO", 11, "yes", milk}, child{"LF", 13, "yes", nil},
			child{"AN", 14, "yes", nil}, child{"RH", 17, "no", nil}, child{"SE", 19, "no", nil}),
		room("Pebbles", 2, "metric", false,
			child{"DW", 25, "no", nil}, child{"IV", 26, "no", nil}, child{"OK", 27, "no", nil}, child{"JE", 28, "no",
				wheat},
			child{"MK", 30, "yes", nil}, child{"CT", 31, "no", nil}, child{"FY", 32, "no", nil},
			child{"NL", 34, "no", nil},
			child{"BS", 36, "no", nil}, child{"GA", 38, "no", nil}),
		room("Lanterns", 2, "us", true,
			child{"HU", 41, "no", nil}, child{"WR", 42, "no", nil}, child{"EM", 44, "no", nil},
			child{"KD", 45, "no", nil},
			child{"ZA", 46, "no", sesame}, child{"LO", 48, "no", nil}, child{"VI", 49, "no", nil},
			child{"TN", 51, "no", nil},
			child{"YS", 52, "no", nil}, child{"AR", 54, "no", nil}, child{"PE", 55, "no", nil},
			child{"OD", 57, "no", nil},
			child{"SF", 58, "no", nil}, child{"RI", 60, "no", nil}, child{"CB", 62, "no", nil}),
	}
}

// noon is the hour from which what opens in the afternoon is planned for the next day: at any hour the demo
// centre has something to come that its cupboard is short of.
const noon = 12

// setups are the plans of the days to come; each names its room.
func setups(now clock.Wall) []written.Setup {
	today, afternoon := now.Day(), 0
	if now.Compare(clock.At(today, noon, 0)) >= 0 {
		afternoon = 1
	}
	plan := func(name, room string, days, hour, minute int, base written.Base,
		items ...written.PlanItem) written.Setup {
		return written.Setup{Name: name, Plan: written.Plan{RoomID: room, PlayAt: clock.At(today, 24*days+hour,
			minute).String(),
			Places: []written.Place{{ID: uuid.NewString(), Base: &base, Items: append([]written.PlanItem{}, items...)}},
			Beside: []written.PlanItem{}}}
	}
	fill := func(item, vessel string, depth float64) written.Base {
		return written.Base{Kind: "fill", ItemID: item, VesselID: vessel, DepthMM: &depth}
	}
	mix := func(recipe string, portion float64, colours int, pot float64) written.Base {
		return written.Base{Kind: "mix", RecipeID: recipe, PortionG: &portion, Colours: &colours, PotML: &pot}
	}
	item := func(id string, each int) written.PlanItem {
		return written.PlanItem{ID: uuid.NewString(), ItemID: id, Each: each, Use: "open"}
	}
	beachGlass := written.PlanItem{ID: uuid.NewString(), Each: 1, Use: "open",
		Described: &written.Described{Name: "Beach glass, tumbled", Form: "piece", Contents: "listed"}}
	// Blocks of ice with boats in them, frozen overnight, and a tub of warm water to melt them in.
	blocks := fill("water", "loaf-tin", 60)
	blocks.Frozen, blocks.Vessels = true, ptr(3)
	boats := item("wooden-boats", 6)
	boats.Use, boats.Shared = "frozen", true
	melting, warm := item("scoops", 1), fill("water", "dish-tub", 40)
	harbourBlocks := plan("Frozen harbour blocks", "Lanterns", 5, 10, 0, blocks, boats)
	harbourBlocks.Places[0].Name = "The blocks"
	harbourBlocks.Places = append(harbourBlocks.Places, written.Place{ID: uuid.NewString(), Name: "The bay",
		Base: &warm, Items: []written.PlanItem{}})
	harbourBlocks.Beside = []written.PlanItem{melting}
	return []written.Setup{
		plan("Dough for small bakers", "Lanterns", -1, 10, 15, mix("wheat-free-dough", 120, 2, 2000),
			item("cutters", 1)),
		plan("Marks in rice", "Lanterns", 0, 10, 15, fill("white-rice", "box-lid", 6), item("wooden-boats", 1)),
		plan("Apple puree paint", "Puddles", afternoon, 14, 30, fill("apple-puree", "tray", 8)),
		plan("Harbour scoop tub", "Pebbles", 1, 9, 45, fill("split-peas", "deep-tub", 60), item("shells-small", 2),
			item("wooden-boats", 1), beachGlass, item("scoops", 1)),
		plan("Bakery counter", "Lanterns", 2, 10, 15, mix("stove-dough", 120, 3, 2000), item("cutters", 1),
			item("rolling-pins", 1)),
		plan("Night-sky foam", "Puddles", 3, 9, 30, fill("shaving-foam", "tray", 30)),
		plan("Harbour water tub", "Pebbles", 4, 9, 45, fill("water", "dish-tub", 40), item("wooden-boats", 1),
			item("shells-large", 1), item("measuring-cups", 1)),
		harbourBlocks,
	}
}

func ptr[T any](v T) *T { return &v }
