package stock

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/clock"
	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/unit"
)

var start = time.Date(2026, 11, 2, 8, 0, 0, 0, time.UTC)

func grams(n float64) unit.Amount { return unit.Of(n, unit.ByMass) }

// drawMoves draws moves of one jar in the order in which they happened, up to three at one moment, with ids that say
// nothing.
func drawMoves(t *rapid.T) []Move {
	n := rapid.IntRange(0, 30).Draw(t, "moves")
	moves := make([]Move, n)
	for i := range moves {
		moves[i] = Move{ID: fmt.Sprint(n - i), At: start.Add(time.Duration(i/3) * time.Hour), Arrived: i + 1,
			Kind: Kind(rapid.IntRange(0, 3).Draw(t, "kind"))}
		if rapid.IntRange(0, 9).Draw(t, "weighed") > 0 {
			moves[i].Amount = grams(float64(rapid.IntRange(1, 900).Draw(t, "grams")))
		}
	}
	return moves
}

// Moves never lose or make mass: what a jar is known to hold is its last count, with what came in and
// without what went out since; it is never less than nothing, and the order in which moves are told
// makes no difference.
func TestMovesNeverLoseOrMakeMass(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		moves := drawMoves(t)
		b := Fold(unit.ByMass, moves)
		assert.Equal(t, b, Fold(unit.ByMass, rapid.Permutation(moves).Draw(t, "told")))
		sum, known := 0.0, true
		for _, m := range moves {
			switch {
			case m.Kind == Counted:
				sum, known = m.Amount.Or(0), m.Amount.Known()
			case !m.Amount.Known():
				known = false
			case m.Kind == Received:
				sum += m.Amount.Or(0)
			default:
				if sum -= m.Amount.Or(0); sum < 0 {
					known = false // more went out than was there: nobody knows what is left
				}
			}
		}
		require.Equal(t, known, b.Amount.Known())
		if known {
			assert.InDelta(t, sum, b.Amount.Or(0), 1e-9)
			assert.Equal(t, sum > 0, b.Here)
		} else {
			assert.True(t, b.Here, "what is not known is not nothing")
		}
	})
}

func TestMovesThatCannotBe(t *testing.T) {
	at := func(hour int, k Kind, g float64) Move {
		return Move{ID: fmt.Sprint(hour, k), At: start.Add(time.Duration(hour) * time.Hour), Kind: k, Amount: grams(g)}
	}
	moves := []Move{at(0, Received, 500), at(5, Used, 300)}
	require.NoError(t, Check(moves, at(6, Counted, 150)))
	require.ErrorIs(t, Check(moves, moves[1]), ErrRepeated)
	noted := at(5, Used, 300)
	noted.ID, noted.Arrived = "0", 2
	require.NoError(t, Check([]Move{at(0, Received, 500), noted}, at(5, Counted, 200)),
		"what is noted now comes after what was noted of the same moment")
	require.ErrorContains(t, Check(moves, at(3, Counted, 200)), "300 g were used or thrown away since then")
	require.ErrorContains(t, Check(moves, at(7, Received, 0)), "more than nothing")
	over := Fold(unit.ByMass, append(moves, at(7, Used, 250)))
	assert.True(t, over.Here && over.Overdrawn && !over.Amount.Known())
	assert.Equal(t, Balance{Here: true, Amount: grams(90)}, Fold(unit.ByMass, append(moves, at(7, Used, 250),
		at(8, Counted, 90))), "counting puts it right")
	for k := Received; k <= ThrownAway; k++ {
		got, err := ParseKind(k.String())
		assert.True(t, err == nil && got == k)
	}
	_, err := ParseKind("eaten")
	assert.ErrorContains(t, err, `"eaten" is nothing that happens to a jar`)
}

func drawPacks(t *rapid.T) []Pack {
	packs := make([]Pack, rapid.IntRange(1, 4).Draw(t, "packs"))
	for i := range packs {
		packs[i] = Pack{grams(float64(rapid.IntRange(1, 30).Draw(t, "size"))), money.Coins(rapid.IntRange(0, 40).Draw(t,
			"coins")), true}
	}
	return packs
}

// The cheapest packs, and those with the least left over, are what trying every number of every pack
// finds.
func TestPacksAgreeWithTryingAll(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		packs, need := drawPacks(t), rapid.IntRange(1, 60).Draw(t, "need")
		coins, left := money.Coins(math.MaxInt64), math.MaxInt
		var try func(i, size int, cost money.Coins)
		try = func(i, size int, cost money.Coins) {
			if size >= need {
				coins, left = min(coins, cost), min(left, size-need)
				return
			}
			if i == len(packs) {
				return
			}
			try(i+1, size, cost)
			try(i, size+int(packs[i].Size.Or(0)), cost+packs[i].Coins)
		}
		try(0, 0, 0)
		cheap, ok := Cheapest(grams(float64(need)), packs)
		require.True(t, ok)
		assert.Equal(t, coins, cheap.Coins)
		least, ok := LeastLeft(grams(float64(need)), packs)
		require.True(t, ok)
		assert.InDelta(t, left, least.Left.Or(0), 0)
		for _, b := range []Basket{cheap, least} {
			sum, cost := 0.0, money.Coins(0)
			for _, buy := range b.Buys {
				sum, cost = sum+buy.Pack.Size.Or(0)*float64(buy.Count), cost+buy.Pack.Coins*money.Coins(buy.Count)
			}
			assert.InDelta(t, sum, float64(need)+b.Left.Or(0), 1e-9)
			assert.Equal(t, cost, b.Coins)
		}
	})
}

// Worked by hand: 2.6 kg of packs of 500 g at 2.90 and 250 g at 1.60 is five and one, 16.10, with
// 150 g left over.
func ExampleCheapest() {
	packs := []Pack{{grams(500), 290, true}, {grams(250), 160, true}}
	b, _ := Cheapest(grams(2600), packs)
	for _, buy := range b.Buys {
		fmt.Println(buy.Count, "x", buy.Pack.Size.Or(0), "g")
	}
	fmt.Println(b.Coins, "for it,", b.Left.Or(0), "g left over")
	// Output:
	// 5 x 500 g
	// 1 x 250 g
	// 1610 for it, 150 g left over
}

func TestPacksThatAreNone(t *testing.T) {
	_, ok := Cheapest(grams(10), []Pack{{Size: grams(100)}})
	assert.False(t, ok, "without a price nothing is cheapest")
	b, ok := LeastLeft(grams(10), []Pack{{Size: grams(100)}})
	assert.True(t, ok && !b.Priced && b.Buys[0].Count == 1)
	for _, none := range [][]Pack{nil, {{Size: grams(0.4), Coins: 1, Priced: true}},
		{{Size: grams(MaxPack + 1), Coins: 1, Priced: true}}} {
		_, ok := Cheapest(grams(10), none)
		assert.False(t, ok)
	}
	_, ok = Cheapest(grams(2*MaxNeed), []Pack{{grams(100), 1, true}})
	assert.False(t, ok)
}

func on(day, hour int) clock.Wall { return clock.At(age.DateOf(start), 24*day+hour, 0) }

// What is used up adds up over the plans, what goes back within a day; a need for a label is met by
// jars that say so alone, one for none by any.
func TestNeeded(t *testing.T) {
	wheatFree := Label{Free: allergen.SetOf(allergen.Wheat)}
	jar := func(item string, l Label, g float64) Jar {
		return Jar{ItemID: item, Label: l, Balance: Balance{Here: true, Amount: grams(g)}}
	}
	need := func(item string, l Label, day int, g float64, back bool, plan string) Need {
		return Need{item, l, grams(g), on(day, 9), plan, back}
	}
	rows := Needed(
		[]Jar{jar("flour", Label{}, 600), jar("oats", wheatFree, 150), jar("oats", Label{}, 100), jar("rice", Label{},
			2000), {ItemID: "salt", Balance: Balance{Here: true}}},
		[]Need{
			need("flour", Label{}, 1, 250, false, "dough"), need("flour", Label{}, 3, 400, false, "ornaments"),
			need("oats", Label{}, 1, 200, false, "crumb"), need("oats", wheatFree, 2, 200, false, "oat dough"),
			need("rice", Label{}, 1, 1500, true, "dig"), need("rice", Label{}, 2, 1800, true, "dig again"),
			need("rice", Label{}, 2, 400, true, "beside it"),
			need("salt", Label{}, 1, 50, false, "dough"),
		})
	said := map[string]Short{}
	for _, r := range rows {
		said[r.ItemID+" "+r.Label.Say().String()] = r
	}
	assert.InDelta(t, 50, said["flour "].Missing.Or(0), 1e-9, "650 of 600")
	assert.Equal(t, on(3, 9), said["flour "].By, "the first plan has enough")
	assert.Equal(t, []string{"dough", "ornaments"}, said["flour "].For)
	assert.InDelta(t, 50, said["oats wheat-free"].Missing.Or(0), 1e-9, "200 of the 150 that say so")
	assert.InDelta(t, 100, said["oats "].Missing.Or(0), 1e-9, "400 of 250 and the 50 that are bought anyway")
	assert.InDelta(t, 2200, said["rice "].Need.Or(0), 1e-9, "both of one day; the day before it went back")
	assert.InDelta(t, 200, said["rice "].Missing.Or(0), 1e-9)
	assert.True(t, !said["salt "].Missing.Known(),
		"nobody knows whether there is enough")
	assert.Equal(t, on(1, 9), rows[0].By)
}

// What is bought covers every plan: with it in the jars nothing is short any more, and with a gram
// less of any of it something is.
func TestWhatIsBoughtCoversThePlans(t *testing.T) {
	labels := []Label{{}, {Free: allergen.SetOf(allergen.Wheat)}, {Free: allergen.SetOf(allergen.Wheat),
		HeatTreated: true}}
	rapid.Check(t, func(t *rapid.T) {
		amount := rapid.IntRange(1, 500)
		label := rapid.SampledFrom(labels)
		var jars []Jar
		for range rapid.IntRange(0, 4).Draw(t, "jars") {
			jars = append(jars, Jar{ItemID: "oats", Label: label.Draw(t, "says"), Balance: Balance{Here: true,
				Amount: grams(float64(amount.Draw(t, "has")))}})
		}
		var needs []Need
		for i := range rapid.IntRange(1, 6).Draw(t, "needs") {
			needs = append(needs, Need{"oats", label.Draw(t, "asks"), grams(float64(amount.Draw(t, "takes"))),
				on(rapid.IntRange(0, 3).Draw(t, "day"), 9), fmt.Sprint(i), rapid.Bool().Draw(t, "back")})
		}
		buy := func(less int) (short float64) {
			with := append([]Jar{}, jars...)
			for i, r := range Needed(jars, needs) {
				missing := r.Missing
				if i == less && missing.Or(0) > 1 {
					missing = missing.Minus(grams(1))
				}
				with = append(with, Jar{ItemID: "oats", Label: r.Label, Balance: Balance{Here: true,
					Amount: missing}})
			}
			for _, r := range Needed(with, needs) {
				short += r.Missing.Or(0)
			}
			return short
		}
		assert.Zero(t, buy(-1))
		for i, r := range Needed(jars, needs) {
			if r.Missing.Or(0) > 1 {
				assert.InDelta(t, 1, buy(i), 1e-9)
			}
		}
	})
}

func TestLabels(t *testing.T) {
	l, err := NewLabel([]string{"nuts", "wheat"}, true)
	require.NoError(t, err)
	assert.Equal(t, "tree-nuts-free, peanuts-free, wheat-free, heat-treated", l.Say().String())
	assert.Equal(t, []string{"tree nuts", "peanuts", "wheat"}, l.Words())
	assert.True(t, l.Meets(Label{}) && l.Meets(l) && !(Label{Free: l.Free}).Meets(l) && Label{}.IsZero())
	_, err = NewLabel([]string{"whaet"}, false)
	assert.ErrorContains(t, err, `"whaet" is not on the allergen list`)
	_, err = NewLabel([]string{"other"}, false)
	assert.ErrorContains(t, err, "only for what is on the allergen list")
}

// BenchmarkCheapest finds the cheapest packs for the needs of sixty things.
func BenchmarkCheapest(b *testing.B) {
	packs := []Pack{{grams(1000), 190, true}, {grams(500), 115, true}, {grams(450), 99, true}, {grams(75), 30, true}}
	for b.Loop() {
		for i := range 60 {
			Cheapest(grams(float64(200+137*i)), packs)
		}
	}
}

// A label takes traces away and nothing else, never what a thing is made of; what it changed is so by
// the label, and one that says more takes away no less.
func TestALabelTakesTracesAwayAlone(t *testing.T) {
	set := func(t *rapid.T, name string) allergen.Set {
		return allergen.Set(rapid.Uint32().Draw(t, name)) & allergen.SetOf(allergen.All()...)
	}
	rapid.Check(t, func(t *rapid.T) {
		var f material.Facts
		f.Allergens, f.MayContain, f.UsuallyContains = set(t, "contains"), set(t, "may hold"), set(t, "often contains")
		if rapid.Bool().Draw(t, "raw") {
			f.Traits = f.Traits.With(material.RawFlour, material.Food)
		}
		l := Label{set(t, "free") &^ allergen.SetOf(allergen.Other), rapid.Bool().Draw(t, "heat-treated")}
		more := Label{l.Free | set(t, "free too")&^allergen.SetOf(allergen.Other), true}
		by, byMore := l.On(f), more.On(f)
		assert.Equal(t, f.Allergens, by.Allergens)
		assert.Equal(t, by.MayContain, by.MayContain&f.MayContain&^l.Free)
		assert.Equal(t, f.MayContain&^by.MayContain, f.MayContain&^by.MayContain&l.traces(), "only what it speaks of")
		assert.Equal(t, !l.HeatTreated && f.Traits.Has(material.RawFlour), by.Traits.Has(material.RawFlour))
		assert.Equal(t, by.MayContain != f.MayContain || by.UsuallyContains != f.UsuallyContains ||
			by.Traits != f.Traits, by.ByLabel)
		assert.Equal(t, byMore.MayContain|byMore.UsuallyContains,
			(byMore.MayContain|byMore.UsuallyContains)&(by.MayContain|by.UsuallyContains))
		assert.True(t, more.Meets(l))
	})
}
