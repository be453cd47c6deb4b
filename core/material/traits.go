package material

import (
	"fmt"
	"math/bits"
	"strings"
)

// Traits is a set of yes-or-no facts. The zero value is empty. Sets compare with ==.
type Traits uint64

// The traits, named as in a check list.
const (
	Food Traits = 1 << iota
	NotFood
	Hard
	Soft
	Rounded
	Fabric
	Foam
	Breakable
	Sharp
	Damaged
	LatexBalloon
	Glove
	Magnet
	MayHoldMagnet
	Battery
	Film
	Swells
	Hydrated
	RawFlour
	RawEgg
	Lectin
	ToxicSeed
	UnknownPlant
	Honey
	Caffeine
	MineralOil
	EssentialOil
	HouseholdChemical
	Borate
	Plaster
	Talc
	Spice
	Soil
	Sand
	FeedGrade
	Sticker
	Glitter
	Stains
	SaltedIce
	Ice
	Gas
	Blow
	Mouthpiece
	NutButter
	numTraits = iota
)

var traitNames = [numTraits]string{
	"food", "not-food", "hard", "soft", "rounded", "fabric", "foam", "breakable", "sharp", "damaged",
	"latex-balloon", "glove", "magnet", "may-hold-magnet", "battery", "film", "swells", "hydrated",
	"raw-flour", "raw-egg", "lectin", "toxic-seed", "unknown-plant", "honey", "caffeine", "mineral-oil",
	"essential-oil", "household-chemical", "borate", "plaster", "talc", "spice", "soil", "sand",
	"feed-grade", "sticker", "glitter", "stains", "salted-ice", "ice", "gas", "blow", "mouthpiece",
	"nut-butter",
}

// Has reports whether every trait of t is in the set.
func (s Traits) Has(t Traits) bool { return s&t == t }

// Any reports whether some trait of t is in the set.
func (s Traits) Any(t Traits) bool { return s&t != 0 }

// ParseTrait reads one trait word.
func ParseTrait(word string) (Traits, error) {
	for i, name := range traitNames {
		if name == strings.TrimSpace(strings.ToLower(word)) {
			return 1 << i, nil
		}
	}
	return 0, fmt.Errorf("%q is not a trait Emblo knows", word)
}

// Words returns the words of the set in the order of the list.
func (s Traits) Words() []string {
	words := make([]string, 0, bits.OnesCount64(uint64(s)))
	for i, name := range traitNames {
		if s&(1<<i) != 0 {
			words = append(words, name)
		}
	}
	return words
}

// Contradiction returns a sentence when two traits cannot both be true, "" otherwise.
func (s Traits) Contradiction() string {
	for _, pair := range [][2]Traits{{Food, NotFood}, {Hard, Soft}, {Hydrated, Ice}} {
		if s.Has(pair[0] | pair[1]) {
			return fmt.Sprintf("it cannot be both %s", strings.Join((pair[0]|pair[1]).Words(), " and "))
		}
	}
	return ""
}
