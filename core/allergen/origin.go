package allergen

import (
	"math/bits"
	"strings"

	"emblo/core/say"
)

// Origin is what something is made of beyond the published lists: a plant, an animal or a stuff that a family
// may name. The zero value is none.
type Origin uint8

// Origins is a set of origins. The zero value is empty. Sets compare with ==.
type Origins struct{ low, high uint64 }

// origin is one entry: how it is said, and the words that name it or what is made of it, in the singular.
// Origins of one kin are told apart by families and not always by bodies: whoever reacts to one is asked
// about the others (common practice: lentil, pea and chickpea; latex fruit; peach, plum and cherry).
type origin struct{ name, words, kin string }

// origins is the vocabulary. What is on the published lists is not here: it has an Allergen of its own.
var origins = []origin{
	{"lentil", "lentil;dal;dhal;daal;dahl;masoor;urad", "pulses"},
	{"pea", "pea;split pea;petits pois;mangetout;sugar snap;pea protein;pea flour;pea milk", "pulses"},
	{"chickpea", "chickpea;chick pea;garbanzo;gram flour;besan;chana;aquafaba;hummus;houmous;falafel;pulse water;bean water",
		"pulses"},
	{"bean", "bean;kidney bean;cannellini;borlotti;pinto;navy bean;haricot;butter bean;lima bean;black bean;adzuki;aduki;mung;fava;broad bean;runner bean;black eyed bean;refried",
		"pulses"},
	{"apple", "apple;applesauce;apple sauce;cider vinegar;bramley;crab apple;pectin", "apple and pear"},
	{"pear", "pear;quince;asian pear", "apple and pear"},
	{"banana", "banana;plantain", "latex fruit"},
	{"kiwi", "kiwi;kiwifruit", "latex fruit"},
	{"avocado", "avocado;guacamole", "latex fruit"},
	{"mango", "mango", ""}, {"pineapple", "pineapple", ""}, {"papaya", "papaya;pawpaw;paw paw", ""},
	{"melon", "melon;watermelon;cantaloupe;honeydew", ""},
	{"peach", "peach;nectarine", "stone fruit"}, {"plum", "plum;prune;damson", "stone fruit"},
	{"cherry", "cherry;maraschino", "stone fruit"}, {"apricot", "apricot", "stone fruit"},
	{"strawberry", "strawberry", "berries"}, {"raspberry", "raspberry", "berries"}, {"blueberry", "blueberry;bilberry",
		"berries"}, {"blackberry", "blackberry;bramble", "berries"}, {"cranberry", "cranberry", "berries"},
	{"orange", "orange;clementine;satsuma;mandarin;tangerine;marmalade", "citrus"}, {"lemon", "lemon;limoncello",
		"citrus"}, {"lime", "lime juice;lime peel;limes;fresh lime", "citrus"}, {"grapefruit", "grapefruit;pomelo",
		"citrus"},
	{"grape", "grape;raisin;sultana;currant;wine;cream of tartar;grape juice", ""},
	{"fig", "fig", ""}, {"date", "dates;medjool;date syrup", ""}, {"pomegranate", "pomegranate", ""},
	{"coconut", "coconut;coir;copra;desiccated coconut", ""},
	{"tomato", "tomato;ketchup;passata;cherry tomato;grape tomato", "nightshade"}, {"potato", "potato;mash;crisp;chip",
		"nightshade"}, {"aubergine", "aubergine;eggplant", "nightshade"},
	{"pepper", "bell pepper;sweet pepper;capsicum;paprika;red pepper;green pepper", "nightshade"},
	{"carrot", "carrot;parsnip", ""}, {"cucumber", "cucumber;gherkin;courgette;zucchini", ""},
	{"pumpkin", "pumpkin;squash;butternut", ""}, {"beetroot", "beetroot;beet", ""}, {"spinach", "spinach;chard", ""},
	{"cabbage", "cabbage;broccoli;cauliflower;kale;sprout", ""}, {"lettuce", "lettuce;salad", ""},
	{"onion", "onion;shallot;leek;spring onion;chive", "onion and garlic"}, {"garlic", "garlic", "onion and garlic"},
	{"mushroom", "mushroom;mycelium", ""},
	{"sweetcorn", "sweetcorn;corn;maize;cornflour;cornstarch;cornmeal;polenta;masa;grits;popcorn;popping corn;corn syrup;glucose syrup;hominy", ""},
	{"rice", "rice;rice flour;rice cracker;risotto;sushi", ""}, {"oat", "oat;oatmeal;porridge", ""},
	{"barley", "barley", ""}, {"rye", "rye", ""}, {"buckwheat", "buckwheat;soba", ""}, {"quinoa", "quinoa", ""},
	{"millet", "millet;sorghum;teff", ""},
	{"tapioca", "tapioca;cassava;sago;boba;manioc;sabudana", ""}, {"chia", "chia", "seeds"}, {"flax", "flax;linseed",
		"seeds"}, {"sunflower", "sunflower", "seeds"}, {"pumpkin seed", "pumpkin seed;squash seed;pepita", "seeds"},
	{"poppy", "poppy", "seeds"}, {"psyllium", "psyllium;ispaghula", ""},
	{"cocoa", "cocoa;cacao;chocolate;carob", ""}, {"coffee", "coffee;caffeine", ""},
	{"tea", "tea leaf;tea bag;black tea;green tea;matcha", ""},
	{"cinnamon", "cinnamon;cassia", "spices"}, {"vanilla", "vanilla", "spices"}, {"turmeric", "turmeric;curcuma;curry",
		"spices"}, {"ginger", "ginger", "spices"}, {"clove", "clove;allspice;nutmeg;cardamom", "spices"},
	{"chilli", "chilli;chili;cayenne;chilli powder;black pepper;ground pepper;peppercorn;white pepper", "spices"},
	{"mint", "mint;peppermint;spearmint;menthol;lemon balm", "herbs"}, {"lavender", "lavender", ""},
	{"chamomile", "chamomile;camomile;daisy;dandelion;marigold;ragweed;chrysanthemum", ""},
	{"herbs", "basil;oregano;thyme;rosemary;sage;parsley;coriander;cilantro;dill;fennel", "herbs"},
	{"yeast", "yeast;yeast extract", ""}, {"sugar", "sugar;cane;molasses;treacle;golden syrup", ""},
	{"honey", "honey;beeswax;bee pollen;propolis", ""}, {"maple", "maple", ""},
	{"gelatine", "gelatine;gelatin;jelly cube;marshmallow;gummy;gummi;wine gum;fruit gum;jelly baby;collagen", "meat"},
	{"agar", "agar;carrageenan;seaweed;nori;kelp;alginate", ""}, {"konjac", "konjac;shirataki;glucomannan", ""},
	{"gum", "guar gum;xanthan gum;locust bean gum;xanthan;guar", ""},
	{"beef", "beef;veal;alpha gal", "meat"}, {"pork", "pork;bacon;ham;sausage", "meat"},
	{"chicken", "chicken;turkey;poultry", "meat"}, {"lamb", "lamb;mutton", "meat"},
	{"wool", "wool;felted wool;fleece;sheepskin;merino", ""}, {"cotton", "cotton;cotton wool", ""},
	{"feather", "feather;down;duvet", ""}, {"fur", "fur;hair;dander;pet hair;horsehair", ""},
	{"grass", "grass;hay;straw;grass pollen;pollen", ""},
	{"pine", "pine;pine cone;fir;spruce;cedar;resin;rosin;colophony;conifer", ""},
	{"wood dust", "sawdust;wood dust;wood shaving", ""},
	{"soap", "soap;detergent;shampoo;shower gel;washing up liquid;bubble bath;sls;sulfate;sulphate", ""},
	{"fragrance", "fragrance;perfume;scent;parfum;essential oil;limonene;linalool", ""}, {"food colouring",
		"food colour;food coloring;food colouring;dye;e102;tartrazine;red 40;azo;food dye;carmine;cochineal", ""},
	{"salt", "salt;sodium chloride", ""}, {"soda", "baking soda;bicarbonate;baking powder;sodium bicarbonate", ""},
	{"sand", "sand", ""}, {"water", "water;ice;snow", ""}, {"vinegar", "vinegar;acetic acid", ""},
	{"plant oil", "vegetable oil;rapeseed;canola;olive oil;olive", ""},
	{"plaster", "adhesive;sticking plaster;acrylate;glue", ""},
}

// families are words for several origins at once; each is said of kin, or of what the words list.
var families = map[string]string{
	"fruit": "apple;pear;banana;kiwi;avocado;mango;pineapple;papaya;melon;peach;plum;cherry;apricot;strawberry;raspberry;blueberry;blackberry;cranberry;orange;lemon;lime;grapefruit;grape;fig;date;pomegranate;coconut;tomato",
	"berry": "strawberry;raspberry;blueberry;blackberry;cranberry", "citrus": "orange;lemon;lime;grapefruit",
	"citrus fruit": "orange;lemon;lime;grapefruit", "stone fruit": "peach;plum;cherry;apricot",
	"legume": "lentil;pea;chickpea;bean", "pulse": "lentil;pea;chickpea;bean",
	"nightshade": "tomato;potato;aubergine;pepper;chilli",
	"vegetable":  "carrot;cucumber;pumpkin;beetroot;spinach;cabbage;lettuce;onion;garlic;tomato;potato;aubergine;pepper;sweetcorn;pea;bean;mushroom",
	"seed":       "chia;flax;sunflower;pumpkin seed;poppy;psyllium",
	"cereal":     "rice;oat;barley;rye;sweetcorn;millet;quinoa;buckwheat",
	"grain":      "rice;oat;barley;rye;sweetcorn;millet;quinoa;buckwheat",
	"spice":      "cinnamon;vanilla;turmeric;ginger;clove;chilli", "meat": "beef;pork;chicken;lamb;gelatine",
	"red meat": "beef;pork;lamb;gelatine", "allium": "onion;garlic", "herb": "herbs;mint",
	"tropical fruit": "banana;kiwi;avocado;mango;pineapple;papaya;coconut",
	"birch pollen":   "apple;pear;peach;plum;cherry;apricot;kiwi;carrot", "ointment": "fragrance",
}

var (
	originByWord = make(map[string]Origins) // what things are called by
	familyByWord = make(map[string]Origins) // what only families say: a short grain rice is of rice
	kinOf        []Origins                  // by origin
	longestWords int                        // the most words of a name in the vocabulary
)

func init() {
	byName, kin := make(map[string]Origins), make(map[string]Origins)
	for i, o := range origins {
		one := Origins{}.with(Origin(i + 1))
		byName[o.name] = one
		if o.kin != "" {
			kin[o.kin] = kin[o.kin].Union(one)
		}
		for _, w := range append(strings.Split(o.words, ";"), o.name) {
			learn(originByWord, w, one)
		}
	}
	for _, o := range origins {
		kinOf = append(kinOf, kin[o.kin])
	}
	for word, list := range families {
		var all Origins
		for _, name := range strings.Split(list, ";") {
			if byName[name] == (Origins{}) {
				panic("allergen: no origin " + name)
			}
			all = all.Union(byName[name])
		}
		learn(familyByWord, word, all)
	}
}

func learn(by map[string]Origins, word string, of Origins) {
	key := singular(word)
	by[key] = by[key].Union(of)
	longestWords = max(longestWords, len(strings.Fields(key)))
}

func (s Origins) with(o Origin) Origins {
	if o < 64 {
		s.low |= 1 << o
	} else {
		s.high |= 1 << (o - 64)
	}
	return s
}

// Empty reports whether nothing is in the set.
func (s Origins) Empty() bool { return s == Origins{} }

// Union returns everything in either set.
func (s Origins) Union(t Origins) Origins { return Origins{s.low | t.low, s.high | t.high} }

// Meet returns everything in both sets.
func (s Origins) Meet(t Origins) Origins { return Origins{s.low & t.low, s.high & t.high} }

// Minus returns what is in the set and not in the other.
func (s Origins) Minus(t Origins) Origins { return Origins{s.low &^ t.low, s.high &^ t.high} }

// Kin returns the set with what is close kin of its members.
func (s Origins) Kin() Origins {
	all := s
	for _, o := range s.list() {
		all = all.Union(kinOf[o-1])
	}
	return all
}

func (s Origins) list() []Origin {
	var all []Origin
	for low := s.low; low != 0; low &= low - 1 {
		all = append(all, Origin(bits.TrailingZeros64(low)))
	}
	for high := s.high; high != 0; high &= high - 1 {
		all = append(all, Origin(64+bits.TrailingZeros64(high)))
	}
	return all
}

// Say lists the origins.
func (s Origins) Say() say.Text {
	var words []say.Text
	for _, o := range s.list() {
		words = append(words, say.Text(origins[o-1].name))
	}
	if len(words) == 0 {
		return "none"
	}
	return say.List("{allergen}, {next}", words...)
}

// OriginNames returns the names of all origins, for the record of what is said.
func OriginNames() []string {
	names := make([]string, len(origins))
	for i, o := range origins {
		names[i] = o.name
	}
	return names
}

// OriginsNamed returns what the words of a name say that a thing is made of, longest words first: split peas are
// peas, a pineapple is no apple, and coconut milk is of coconut.
func OriginsNamed(name string) (found Origins) {
	fields := plainWords(name)
	for i := 0; i < len(fields); {
		n := min(longestWords, len(fields)-i)
		for ; n > 1; n-- {
			if !originByWord[singular(strings.Join(fields[i:i+n], " "))].Empty() {
				break
			}
		}
		found = found.Union(originByWord[singular(strings.Join(fields[i:i+n], " "))])
		i += n
	}
	return found
}
