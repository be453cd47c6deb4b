package vessel

import (
	"strings"
	"sync"
)

// called are the words for the vessels that ship with Emblo, beside their names (common practice, US and UK).
var called = map[string]string{
	"deep-tub":      "storage tub;storage box;sensory tub;sensory bin;deep box;plastic tub",
	"tray":          "activity tray;deep tray;play tray;builder's tray;messy tray;sensory tray",
	"dish-tub":      "washing-up bowl;wash tub;dish pan;basin;washing up bowl",
	"box-lid":       "box lid;tub lid;lid of a storage box",
	"sink":          "kitchen sink",
	"water-table":   "sand and water table;sensory table;water tray",
	"baking-tray":   "oven tray;sheet pan;cookie sheet;flat tray",
	"mixing-bowl":   "large bowl;big bowl",
	"bucket":        "pail",
	"paddling-pool": "wading pool;toddler pool",
	"zip-bag":       "zip bag;freezer bag;sensory bag;squish bag",
	"loaf-tin":      "loaf pan;bread tin",
	"ice-tray":      "ice tray;ice cube mould",
	"muffin-tray":   "muffin tin;bun tray;cupcake tin",
	"clear-jar":     "plastic jar with a lid;plastic jar",
	"clear-bottle":  "plastic bottle with a lid;sensory bottle;discovery bottle",
	"feel-bag":      "feely bag;mystery bag",
}

var byWords = sync.OnceValue(func() map[string]string {
	all := make(map[string]string)
	for _, v := range standard {
		for _, words := range append(strings.Split(called[v.ID], ";"), v.Name) {
			all[plain(words)] = v.ID
		}
	}
	return all
})

// plain writes words in small letters, without hyphens, articles or a plural.
func plain(words string) string {
	text := strings.NewReplacer("-", " ", "'", "", "’", "").Replace(strings.ToLower(words))
	kept := strings.Fields(text)[:0]
	for _, w := range strings.Fields(text) {
		if w == "a" || w == "an" || w == "the" {
			continue
		}
		if stem, ok := strings.CutSuffix(w, "s"); ok && len(stem) > 2 && !strings.HasSuffix(stem, "s") {
			w = stem
		}
		kept = append(kept, w)
	}
	return strings.Join(kept, " ")
}

// Named returns the vessel that words call: one of the centre's own by its name, or one that ships with Emblo.
func Named(words string, own []Vessel) (v Vessel, ok bool) {
	key := plain(words)
	for _, v := range own {
		if plain(v.Name) == key {
			return v, true
		}
	}
	id, ok := byWords()[key]
	if !ok {
		return Vessel{}, false
	}
	return Get(id)
}
