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
	Fabric // cotton wool, yarn, paper, string
	Foam   // sponge, cork, loofah: can be bitten off
	Breakable
	Sharp // a point, an edge or splintering wood
	Damaged
	LatexBalloon
	Glove
	Magnet
	MayHoldMagnet
	Battery
	Film   // loose film, bag or bubble wrap
	Swells // by more than half in some direction, in water
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
	Gas // makes gas, or freezes, where it is closed in
	Blow
	Mouthpiece
	NutButter
	Cup        // round-mouthed bowl or half-egg: can seal over mouth and nose
	Tweezers   // fine tongs
	Dropper    // with a bulb
	Scissors   // round-ended
	Shared     // one for several mouths
	Enclosed   // magnet or battery behind a screwed, undamaged case
	InEdible   // hidden inside something children may taste
	Expired    // past its date, or failed its inspection
	Slippery   // oil, gel, wet foam, slick food
	Sticky     // clings in the mouth
	ChokeFood  // on the classic list: whole grape, nut, popcorn, raw carrot
	CamphorOil // camphor, wintergreen or eucalyptus oil
	Soap       // stings eyes
	Acid       // vinegar, citrus
	Perfume    // perfume or preservatives
	Electric
	DryIce
	Cooled        // cooked, and let cool before play
	PetToxic      // chocolate, grapes, xylitol: harms a pet
	UnknownFinish // paint, metal or an old toy nobody can vouch for
	numTraits     = iota
)

var traitNames = [numTraits]string{
	"food", "not-food", "hard", "soft", "rounded", "fabric", "foam", "breakable", "sharp", "damaged",
	"latex-balloon", "glove", "magnet", "may-hold-magnet", "battery", "film", "swells", "hydrated",
	"raw-flour", "raw-egg", "lectin", "toxic-seed", "unknown-plant", "honey", "caffeine", "mineral-oil",
	"essential-oil", "household-chemical", "borate", "plaster", "talc", "spice", "soil", "sand",
	"feed-grade", "sticker", "glitter", "stains", "salted-ice", "ice", "gas", "blow", "mouthpiece",
	"nut-butter", "cup", "tweezers", "dropper", "scissors", "shared", "enclosed", "in-edible", "expired",
	"slippery", "sticky", "choke-food", "camphor-oil", "soap", "acid", "perfume", "electric", "dry-ice",
	"cooled", "pet-toxic", "unknown-finish",
}

// AllTraits is every trait there is.
const AllTraits = ^Traits(0) >> (64 - numTraits)

var traitByName = func() map[string]Traits {
	m := make(map[string]Traits, numTraits)
	for i, name := range traitNames {
		m[name] = 1 << i
	}
	return m
}()

// Has reports whether every trait of t is in the set.
func (s Traits) Has(t Traits) bool { return s&t == t }

// Any reports whether some trait of t is in the set.
func (s Traits) Any(t Traits) bool { return s&t != 0 }

// ParseTrait reads one trait word, in any case.
func ParseTrait(word string) (Traits, error) {
	if t, ok := traitByName[strings.TrimSpace(strings.ToLower(word))]; ok {
		return t, nil
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

// contradictions cannot both be true of one thing as it is used.
var contradictions = [][2]Traits{
	{Food, NotFood}, {Hard, Soft}, {Hydrated, Ice},
	{Food, HouseholdChemical}, {Food, Plaster}, {Food, Battery}, {Food, Magnet}, {Food, Talc}, {Food, MineralOil}, {Food, Borate},
}

// Contradiction returns a clause when two traits cannot both be true, "" otherwise.
func (s Traits) Contradiction() string {
	for _, pair := range contradictions {
		if s.Has(pair[0] | pair[1]) {
			return fmt.Sprintf("it cannot be both %s", strings.Join((pair[0]|pair[1]).Words(), " and "))
		}
	}
	return ""
}
