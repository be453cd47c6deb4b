package material

import (
	"fmt"
	"math/bits"
	"strings"
)

// Trait is one yes-or-no fact.
type Trait uint8

// Traits is a set of traits. The zero value is empty. Sets compare with ==.
type Traits struct{ low, high uint64 }

// The traits, named as in a check list.
const (
	Food Trait = iota
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
	Slippery   // oil, gel, wet foam, slick food
	Sticky     // clings in the mouth
	ChokeFood  // on the classic list: whole grape, nut, popcorn, raw carrot
	CamphorOil // camphor, wintergreen or eucalyptus oil
	Soap       // stings eyes
	Acid       // vinegar, citrus
	Perfume    // perfume or preservatives
	Electric
	DryIce
	PetToxic      // chocolate, grapes, xylitol: harms a pet
	UnknownFinish // paint, metal or an old toy nobody can vouch for
	TapWater      // water as it comes from the tap, which never runs out
	Oil           // an oil or fat that makes a mix supple
	Colouring     // a strong colour that is given by the drop
	Pokes         // a blunt end that can poke an eye: a twig, a pencil
	Squirts       // a bulb, bottle or pump that squirts
	Springy       // soft and springy: squeezed to half its width
	Lens          // gathers light
	Weighty       // over 100 g in a piece that is thrown or dropped
	Outdoors      // found outside, or used before: carries germs or residue
	WaterHole     // hollow with a hole that water stays in
	Neck          // cloth that can go round a neck or over a face
	FingerHole    // a rigid hole of 5 to 12 mm
	Rim           // a rim of metal or card that may cut
	SunSkin       // its juice burns skin in the sun
	Mineral       // a mineral that harms by the spoon
	RawFood       // raw meat or fish, sprouting potatoes
	LookAlike     // looks like food or a sweet and is none
	HoldsWater    // a vessel that stands full of water
	Dusty         // sheds dust or fibres: hay, feathers
	Burns         // a flame, a glue gun, an iron: what burns skin and sets things alight
	SunHot        // bare metal that gets hot in the sun
	Rusty
	StoredGrain   // dry grain, seed or pulse that insects come into
	CutStands     // flesh that grows mould once it is cut
	SteepedOil    // oil with fresh garlic, herbs or chilli in it
	Gelatine      // made from animals: some families keep from it
	MeatOrFish    // or made of it
	Single        // one plain ingredient, with nothing hidden in it
	HoldsTogether // comes apart only when it is torn, cut, bitten or taken to pieces
	UpsetPlant    // a plant that upsets a stomach or a skin, and is not deadly
	numTraits     = iota
)

var traitNames = [numTraits]string{
	"food", "not-food", "hard", "soft", "rounded", "fabric", "foam", "breakable", "sharp", "damaged",
	"latex-balloon", "glove", "magnet", "may-hold-magnet", "battery", "film", "swells", "hydrated",
	"raw-flour", "raw-egg", "lectin", "toxic-seed", "unknown-plant", "honey", "caffeine", "mineral-oil",
	"essential-oil", "household-chemical", "borate", "plaster", "talc", "spice", "soil", "sand",
	"feed-grade", "sticker", "glitter", "stains", "salted-ice", "ice", "gas", "blow", "mouthpiece",
	"nut-butter", "cup", "tweezers", "dropper", "scissors", "shared", "enclosed",
	"slippery", "sticky", "choke-food", "camphor-oil", "soap", "acid", "perfume", "electric", "dry-ice",
	"pet-toxic", "unknown-finish", "tap-water", "oil", "colouring",
	"pokes", "squirts", "springy", "lens", "weighty", "outdoors", "water-hole", "neck", "finger-hole", "rim",
	"sun-skin", "mineral",
	"raw-food", "look-alike", "holds-water", "dusty",
	"burns", "sun-hot", "rusty", "stored-grain", "cut-stands", "steeped-oil", "gelatine", "meat-or-fish", "single",
	"holds-together", "upset-plant",
}

// TraitsOf returns the set of the given traits.
func TraitsOf(ts ...Trait) (s Traits) {
	for _, t := range ts {
		if t < 64 {
			s.low |= 1 << t
		} else {
			s.high |= 1 << (t - 64)
		}
	}
	return s
}

// AllTraits is every trait there is.
var AllTraits = func() (s Traits) {
	for t := range Trait(numTraits) {
		s = s.With(t)
	}
	return s
}()

var traitByName = func() map[string]Trait {
	m := make(map[string]Trait, numTraits)
	for t, name := range traitNames {
		m[name] = Trait(t)
	}
	return m
}()

// Has reports whether every one of the traits is in the set.
func (s Traits) Has(ts ...Trait) bool { return TraitsOf(ts...).Minus(s).Empty() }

// Any reports whether some of the traits is in the set.
func (s Traits) Any(ts ...Trait) bool { return !s.Meet(TraitsOf(ts...)).Empty() }

// With returns the set with the traits in it.
func (s Traits) With(ts ...Trait) Traits { return s.Union(TraitsOf(ts...)) }

// Without returns the set without the traits.
func (s Traits) Without(ts ...Trait) Traits { return s.Minus(TraitsOf(ts...)) }

// Union returns what is in either set.
func (s Traits) Union(t Traits) Traits { return Traits{s.low | t.low, s.high | t.high} }

// Meet returns what is in both sets.
func (s Traits) Meet(t Traits) Traits { return Traits{s.low & t.low, s.high & t.high} }

// Minus returns what is in the set and not in t.
func (s Traits) Minus(t Traits) Traits { return Traits{s.low &^ t.low, s.high &^ t.high} }

// Empty reports whether nothing is in the set.
func (s Traits) Empty() bool { return s == Traits{} }

// ParseTrait reads one trait word, in any case.
func ParseTrait(word string) (Trait, error) {
	if t, ok := traitByName[strings.TrimSpace(strings.ToLower(word))]; ok {
		return t, nil
	}
	return 0, fmt.Errorf("%q is not a trait Emblo knows", word)
}

// Words returns the words of the set in the order of the list.
func (s Traits) Words() []string {
	words := make([]string, 0, bits.OnesCount64(s.low)+bits.OnesCount64(s.high))
	for t, name := range traitNames {
		if s.Has(Trait(t)) {
			words = append(words, name)
		}
	}
	return words
}

// contradictions cannot both be true of one thing as it is used.
var contradictions = [][2]Trait{
	{Food, NotFood}, {Hard, Soft}, {Hydrated, Ice},
	{Food, HouseholdChemical}, {Food, Plaster}, {Food, Battery}, {Food, Magnet}, {Food, Talc}, {Food, MineralOil},
	{Food, Borate},
}

// Contradiction returns a clause when two traits cannot both be true, "" otherwise.
func (s Traits) Contradiction() string {
	for _, pair := range contradictions {
		if s.Has(pair[:]...) {
			return fmt.Sprintf("it cannot be both %s", strings.Join(TraitsOf(pair[:]...).Words(), " and "))
		}
	}
	return ""
}
