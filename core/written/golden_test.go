package written

import (
	"encoding/json"
	"errors"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// A document of each concept, as the database keeps it in form 2, reads and is written the
// same for ever.
func TestStoredDocumentsOfForm2(t *testing.T) {
	data, err := os.ReadFile("testdata/stored-2.json")
	require.NoError(t, err)
	var docs map[string]json.RawMessage
	require.NoError(t, json.Unmarshal(data, &docs))
	holds := func(name string, read func([]byte) (any, error)) {
		v, err := read(docs[name])
		require.NoError(t, err, name)
		assert.JSONEq(t, string(docs[name]), string(strict.Write(v)), name)
		delete(docs, name)
	}
	holds("room", func(b []byte) (any, error) {
		w, err := Stored[Room](2, b)
		require.NoError(t, err)
		r, fault := w.Roster()
		require.Nil(t, fault)
		return WriteRoom(r), nil
	})
	holds("centre", func(b []byte) (any, error) {
		w, err := Stored[Centre](2, b)
		require.NoError(t, err)
		s, fault := w.Settings()
		require.Nil(t, fault)
		return WriteSettings(s), nil
	})
	holds("thing", func(b []byte) (any, error) {
		w, err := Stored[Thing](2, b)
		require.NoError(t, err)
		it, fault := w.Item("x", material.Standard().Named)
		require.Nil(t, fault)
		assert.True(t, it.Own && it.Facts.Traits.Has(material.Rounded))
		return w, nil
	})
	holds("recipe", func(b []byte) (any, error) {
		w, err := Stored[Recipe](2, b)
		require.NoError(t, err)
		system, fault := w.System()
		require.Nil(t, fault)
		return WriteTyped(w.Typed(), system), nil
	})
	data, err = os.ReadFile("testdata/stored-3.json")
	require.NoError(t, err)
	var docs3 map[string]json.RawMessage
	require.NoError(t, json.Unmarshal(data, &docs3))
	old, err := Stored[Setup](2, docs["setup"])
	require.NoError(t, err)
	assert.JSONEq(t, string(docs3["setup of form 2"]), string(strict.Write(old)), "the one place of a set-up of form 2")
	delete(docs, "setup")
	assert.Empty(t, docs)
	now, err := Stored[Setup](3, docs3["setup"])
	require.NoError(t, err)
	assert.JSONEq(t, string(docs3["setup"]), string(strict.Write(now)))
	centre, err := Stored[Centre](3, docs3["centre"])
	require.NoError(t, err)
	settings, fault := centre.Settings()
	require.Nil(t, fault)
	assert.JSONEq(t, string(docs3["centre"]), string(strict.Write(WriteSettings(settings))), "a bottle and a tray of cells")
	for _, w := range []Setup{old, now} {
		_, fault := w.Setup(shelf{})
		require.NotNil(t, fault, "a tub does not close, whatever was once said of it")
		assert.Equal(t, "/places/0/base/use", fault.Pointer)
		for i := range w.Places {
			if b := w.Places[i].Base; b != nil {
				b.Use = ""
			}
		}
		s, fault := w.Setup(shelf{})
		require.Nil(t, fault)
		n := len(s.Beside)
		for _, p := range s.Places {
			n += len(p.Items)
		}
		assert.Equal(t, 3, n)
	}
	for name, same := range map[string]func([]byte) (any, error){"setup with labels": again[Setup], "jar": again[Jar],
		"tick": again[Tick], "day": again[DayBody], "judgement": again[Judgement],
		"batch": again[Batch], "part of a batch": again[Batch], "tub": again[Batch], "batch event": again[BatchEvent],
		"look at a batch": again[BatchEvent], "end of a batch": again[BatchEvent],
		"log": again[Log], "log of nothing": again[Log], "lesson": again[Lesson], "offered": again[Offered],
		"offered, not judged": again[Offered], "addition": again[AdditionInput]} {
		v, err := same(docs3[name])
		require.NoError(t, err, name)
		assert.JSONEq(t, string(docs3[name]), string(strict.Write(v)), name)
	}
	_, err = Stored[Setup](2, docs3["setup"])
	assert.ErrorContains(t, err, "template", "a form is not read as another")
	_, err = Stored[Room](Version+1, []byte("{}"))
	assert.ErrorContains(t, err, "does not read", "a later form is never guessed at")
}

// An answer of each kind, as it was first given in form 3, reads and is written the same for
// ever: what was printed or kept of it stays readable.
func TestAnswersOfForm3(t *testing.T) {
	data, err := os.ReadFile("testdata/answers-3.json")
	require.NoError(t, err)
	var docs map[string]json.RawMessage
	require.NoError(t, json.Unmarshal(data, &docs))
	for name, same := range map[string]func([]byte) (any, error){"answer": again[Answer], "making": again[RecipeMaking],
		"check": again[CheckAnswer], "digest": again[Digest]} {
		v, err := same(docs[name])
		require.NoError(t, err, name)
		assert.JSONEq(t, string(docs[name]), string(strict.Write(v)), name)
		delete(docs, name)
	}
	assert.Empty(t, docs)
}

func again[T any](data []byte) (any, error) { return strict.Read[T](data) }

// shelf is the shelf and the book that ship with Emblo.
type shelf struct{}

func (shelf) Vessel(id string) (vessel.Vessel, bool) { return vessel.Get(id) }

func (shelf) Stored(string, unit.Mass) (*plan.Stored, error) { return nil, errors.New("No batch.") }

func (shelf) Get(id string) (material.Item, bool) { return material.Standard().Get(id) }

func (shelf) Subject(it material.Item) *safety.Subject {
	s := safety.Prepare(it.Name, it.Facts)
	return &s
}

func (shelf) Done(string) ([]phrase.State, bool) { return nil, false }

func (shelf) Kinds(string) *plan.Kinds { return nil }

func (shelf) Described(_ string, f material.Facts) material.Facts { return f }

func (shelf) Recipe(id string) (recipe.Recipe, error) {
	r, _ := recipe.Standard().Get(id)
	return r, nil
}

func drawPerson(t *rapid.T) room.Person {
	letter := rapid.StringMatching(`[A-Z]{2}`)
	born, err := age.ParseMonth(rapid.StringMatching(`20(1[5-9]|2[0-5])-(0[1-9]|1[0-2])`).Draw(t, "born"))
	require.NoError(t, err)
	p := room.Person{ID: rapid.StringMatching(`[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}`).Draw(t,
		"id"), Initials: letter.Draw(t, "initials"), Born: born,
		Mouths: room.Tri(rapid.IntRange(0, 2).Draw(t, "mouths")), Swallowing: rapid.Bool().Draw(t, "swallowing"),
		Asthma: rapid.Bool().Draw(t, "asthma"), Eczema: rapid.Bool().Draw(t, "eczema"),
		Avoids: room.Senses(rapid.IntRange(0, 7).Draw(t, "avoids")), Seeks: room.Senses(rapid.IntRange(0, 7).Draw(t,
			"seeks"))}
	if rapid.Bool().Draw(t, "judged as") {
		p.Developmental = room.SetMonths(rapid.IntRange(0, room.Oldest).Draw(t, "months"))
	}
	for range rapid.IntRange(0, 3).Draw(t, "allergies") {
		a := room.Allergy{To: rapid.SampledFrom(allergen.All()).Draw(t, "to"), By: room.Way(rapid.IntRange(0, 1).Draw(t,
			"by"))}
		if a.To == allergen.Other {
			a.Note = "kiwi"
		}
		p.Allergies = append(p.Allergies, a)
	}
	for _, a := range rapid.SliceOfN(rapid.SampledFrom(allergen.All()), 0, 3).Draw(t, "eaten") {
		set, err := allergen.ParseContents(a.String())
		require.NoError(t, err)
		p.Tried |= set
	}
	return p
}

func drawRoutine(t *rapid.T) room.Routine {
	return room.RoutineOf(rapid.SliceOfDistinct(rapid.SampledFrom(room.Habits()), rapid.ID).Draw(t, "routine")...)
}

// What the core thinks of is written and read back as the same, through the bytes.
func TestThoughtWrittenThoughtLosesNothing(t *testing.T) {
	t.Run("room", func(t *testing.T) {
		rapid.Check(t, func(t *rapid.T) {
			r := room.Roster{Name: "Pebbles", Adults: rapid.IntRange(0, room.MaxAdults).Draw(t, "adults"),
				System: rapid.SampledFrom([]unit.System{unit.US, unit.Metric, unit.Australian}).Draw(t, "system"),
				Drawer: rapid.SliceOfNDistinct(rapid.SampledFrom([]string{"1 cup", "1/2 cup", "1 tsp"}), 0, 3,
					rapid.ID).Draw(t, "drawer"),
				NutFree: rapid.Bool().Draw(t, "nut free"), Illness: rapid.Bool().Draw(t, "illness"),
				Pet: rapid.Bool().Draw(t, "pet")}
			if rapid.Bool().Draw(t, "keep from something") {
				r.Customs = rapid.SliceOfNDistinct(rapid.SampledFrom(room.Customs()), 1, 3, rapid.ID).Draw(t, "customs")
			}
			r.Strikes = drawRoutine(t)
			r.Children = rapid.SliceOfNDistinct(rapid.Custom(drawPerson), 1, 4, func(p room.Person) string {
				return p.ID
			}).Draw(t, "children")
			w, err := strict.Read[Room](strict.Write(WriteRoom(r)))
			require.NoError(t, err)
			back, fault := w.Roster()
			require.Nil(t, fault)
			require.Equal(t, strict.Write(WriteRoom(r)), strict.Write(WriteRoom(back)))
			on, _ := age.ParseDate("2026-11-24")
			require.Equal(t, r.On(on), back.On(on), "and the children are the same to every rule")
			require.Equal(t, r.Strikes, back.Strikes)
		})
	})
	t.Run("policy", func(t *testing.T) {
		var tunable []string
		for _, r := range safety.Rules() {
			if r.Tunable {
				tunable = append(tunable, r.ID)
			}
		}
		rapid.Check(t, func(t *rapid.T) {
			flag := func(name string) bool { return rapid.Bool().Draw(t, name) }
			p := safety.Policy{NutFree: flag("nut"), NoFoodPlay: flag("food"), MayContainStrict: flag("may"),
				CookedOnly: flag("cooked"), OwnPortions: flag("own"), SameDayMixes: flag("day"),
				TasteSafeMonths: rapid.SampledFrom([]int{0, 36, 48, 180}).Draw(t, "taste"),
				MinimumMonths: rapid.MapOf(rapid.SampledFrom(tunable), rapid.IntRange(0, safety.MaxMinimum)).Draw(t,
					"minimum")}
			w, err := strict.Read[Policy](strict.Write(WritePolicy(p)))
			require.NoError(t, err)
			back, fault := w.Read()
			require.Nil(t, fault)
			require.Equal(t, p, back)
		})
	})
	t.Run("described", func(t *testing.T) {
		rapid.Check(t, func(t *rapid.T) {
			d := Described{Name: "Thing", NothingElse: rapid.Bool().Draw(t, "nothing else"),
				Form: rapid.SampledFrom([]string{"", "piece", "grain", "dough", "liquid", "strand"}).Draw(t,
					"form"),
				Contents: rapid.SampledFrom([]string{"", "unknown", "listed"}).Draw(t, "contents"),
				Traits: rapid.SliceOfN(rapid.SampledFrom([]string{"hard", "magnet", "cord=30", "hot"}), 0, 3).Draw(t,
					"traits"),
				Allergens: rapid.SliceOfN(rapid.SampledFrom([]string{"milk", "wheat"}), 0, 2).Draw(t, "allergens")}
			if rapid.Bool().Draw(t, "measured") {
				d.Solid, d.SizesMM = "box", []float64{rapid.Float64Range(1, 200).Draw(t, "a"), 20, 30}
			}
			first, fault := d.Facts()
			if fault != nil {
				return // hard and magnet contradict nothing, a liquid of a size does
			}
			again, err := strict.Read[Described](strict.Write(d))
			require.NoError(t, err)
			second, fault := again.Facts()
			require.Nil(t, fault)
			require.Equal(t, first, second)
			require.Equal(t, len(d.SizesMM) > 0, first.Smallest != gauge.Solid{})
		})
	})
	t.Run("set-up", func(t *testing.T) {
		rapid.Check(t, func(t *rapid.T) {
			portion := rapid.Float64Range(1, 500).Draw(t, "portion")
			p := Plan{RoomID: "00000000-0000-4000-8000-000000000001", PlayAt: "2026-11-26T09:45",
				Places: []Place{{ID: "00000000-0000-4000-8000-000000000002", Items: []PlanItem{},
					Base: &Base{Kind: "mix", RecipeID: "stove-dough", PortionG: &portion,
						Use: rapid.SampledFrom([]string{"", "open", "sealed"}).Draw(t, "use")}}}, Beside: []PlanItem{}}
			place := &p.Places[0]
			for i := range rapid.IntRange(0, 9).Draw(t, "items") {
				place.Items = append(place.Items, PlanItem{ID: "00000000-0000-4000-8000-00000000001" +
					string(rune('0'+i)), ItemID: "marbles", Each: i + 1, Use: "hidden"})
			}
			first, fault := p.Setup(shelf{})
			require.Nil(t, fault)
			again, err := strict.Read[Plan](strict.Write(p))
			require.NoError(t, err)
			second, fault := again.Setup(shelf{})
			require.Nil(t, fault)
			require.Equal(t, first.Places[0].Base, second.Places[0].Base)
			require.Len(t, second.Places[0].Items, len(place.Items))
			for i, item := range second.Places[0].Items {
				require.Equal(t, plan.Placed{ID: place.Items[i].ID, Of: "marbles", Name: "Marbles",
					Facts: first.Places[0].Items[i].Facts, Manner: item.Manner, Prepared: item.Prepared, Each: i + 1,
					Use: safety.Hidden}, item, "each line keeps its id and its use")
			}
		})
	})
}
