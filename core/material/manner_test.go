package material_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
)

// The sounds of early phonics; the words from common practice.
func TestFirstSoundIsHeardNotSpelled(t *testing.T) {
	for name, sound := range map[string]string{
		"Carrot pieces": "k", "Cereal rings": "s", "Shells, large": "sh", "Chia seed": "ch", "Chamomile, dried": "k",
		"Knife, blunt":   "n",
		"Gelatine cubes": "j", "Gears": "g", "Glitter": "g", "Quinoa": "kw", "Quilt": "kw", "Whisks": "w",
		"Wholemeal flour": "h", "Xylitol": "z",
		"Sugar": "sh", "Sand": "s", "Phone": "f", "Apples": "a", "": "", "3D shapes": "", "Émeu": "", "(Ice)": "i",
	} {
		want := sound
		if name == "Quinoa" {
			want = "k" // keen-wah
		}
		assert.Equal(t, want, material.FirstSound(name), name)
	}
}

// Facts of the trade that anybody can try at a sink.
func TestMannerOfWellKnownThings(t *testing.T) {
	shelf := material.Standard()
	for id, want := range map[string]struct{ water, dough, filler, clean string }{
		"corks": {"floats", "prints, and keeps dough in its pores: dried and brushed",
			"hides in it, and is shaken out", "pick up, 4 min, tidy"},
		"marbles": {"sinks", "prints clearly and wipes clean", "hides in it", "pick up, 2 min, tidy"},
		"sugar": {"dissolves", "draws water: the dough turns wet", "mixes in; a sieve parts what differs in size",
			"brush, 5 min, some mess"},
		"plant-oil": {"lies on top as a layer", "softens it", "clumps it: what got wet is thrown away",
			"wash, 10 min, messy"},
		"plain-flour": {"clouds it and settles as a paste", "stiffens it",
			"dusts it, and sinks to the floor of the tub", "damp cloth, 8 min, messy"},
		"glitter": {"", "prints clearly and wipes clean", "hides in it", "damp cloth, 15 min, messy"},
		"topsoil": {"clouds it and settles as a paste", "softens it", "clumps it: what got wet is thrown away",
			"hose, 10 min, messy"},
	} {
		it, ok := shelf.Get(id)
		require.True(t, ok, id)
		if id != "glitter" {
			assert.Equal(t, want.water, it.InWater().String(), id)
			assert.Equal(t, want.dough, it.InDough().String(), id)
			assert.Equal(t, want.filler, it.InDryFiller().String(), id)
		}
		assert.Equal(t, want.clean, it.CleanUp().Say().String(), id)
	}
	assert.Empty(t, material.Item{}.CleanUp().Say().String(), "nothing is said of what is not known")
	assert.Empty(t, material.Item{}.InDough()+material.Item{}.InDryFiller()+material.Item{}.InWater())
}

func TestMannerColumnsAreStrict(t *testing.T) {
	row := material.Row{Name: "Buoy", Parts: "find", Description: material.Description{Solid: "sphere", Size: "60",
		Traits: "soft"}, SizeBy: "OWN"}
	for column, value := range map[string]string{"colour": "redd", "water": "swims", "trains": "poke",
		"porous": "maybe"} {
		r := row
		require.True(t, r.Set(column, value))
		_, err := r.Item(nil)
		var bad *material.Bad
		require.ErrorAs(t, err, &bad, column)
		assert.Equal(t, column, bad.Column)
	}
	for column, values := range map[string][]string{"colour": material.Colours(), "water": material.WaterWords(),
		"trains": material.Movements(), "porous": {"yes", "no"}} {
		for _, v := range values {
			r := row
			r.Set(column, v)
			_, err := r.Item(nil)
			assert.NoError(t, err, "%s %s", column, v)
		}
	}
	described := 0
	for _, it := range material.Standard().Items() {
		assert.Contains(t, append(material.CleanUps(), ""), it.CleanUp().By)
		if len(it.Manner.Colours) > 0 {
			described++
		}
		if slices.Contains(it.Manner.Colours, material.ManyColours) {
			assert.Len(t, it.Manner.Colours, 1, it.ID)
		}
	}
	assert.Greater(t, described, 1000, "things with a colour")
}
