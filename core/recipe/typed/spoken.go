package typed

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"emblo/core/unit"
)

// said is a line with its amount in figures, as it is said aloud or printed.
type said struct {
	text  string
	count float64 // how many packets of the amount; 1 for the amount itself
	heap  float64 // what a heaped spoon holds of a level one; 1 for a level one
	low   float64 // the lower end of a range over its higher end; 1 for no range
	note  string
	fault string
}

// fewAre is how many a few are (common practice).
const fewAre = "3-5"

// heapedSpoon is what a heaped spoon holds, over a level one (common practice).
const heapedSpoon = 1.5

var (
	numberWords = []string{"zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten",
		"eleven", "twelve"}
	parted = map[string]string{"half": "2", "halves": "2", "third": "3", "thirds": "3", "quarter": "4",
		"quarters": "4", "eighth": "8", "eighths": "8"}

	anyNumber = `(?:` + strings.Join(numberWords[1:], "|") + `)`
	plus      = regexp.MustCompile(`\s+plus\s+((?:an?|half|` + anyNumber + `)\s|[\d½⅓⅔¼¾⅛⅜⅝⅞⅙⅚])`)
	fluid     = regexp.MustCompile(`\bfl\.?\s*oz\.?(\s|$)`)
	dotted    = regexp.MustCompile(`\b(tbsp|tsp|oz|lb|lbs|pt|qt|c)\.(\s)`)
	fewDrops  = regexp.MustCompile(`^(?:just )?a few drops\b`)
	dozen     = regexp.MustCompile(`(^|\+ )(?:(half a|an?|\d{1,2}|` + anyNumber + `)\s+)?dozen\s+`)
	fraction  = regexp.MustCompile(`(^|\+ )(?:(` + anyNumber +
		`|\d+)\s+and\s+)?(?:(an?|one|two|three|five|seven)[ -])?(half|halves|thirds?|quarters?|eighths?)\s+(?:of\s+)?(?:an?\s+)?`)
	wordFirst = regexp.MustCompile(`(^|\+ )(` + anyNumber + `)\s`)
	wordLast  = regexp.MustCompile(`(\d\s*(?:-|–|to|or)\s*)(` + anyNumber + `)\s`)
	between   = regexp.MustCompile(
		`^([\d.,/½⅓⅔¼¾]+(?: \d/\d)?)\s*(?:-|–|—|\bto\b|\bor\b)\s*([\d.,/½⅓⅔¼¾]+(?: \d/\d)?)(\s*[^\d\s].*)$`)
	filled = regexp.MustCompile(
		`^((?:an?|[\d.,/½⅓⅔¼¾ ]*[\d½⅓⅔¼¾]))\s+(level|flat|heaped|heaping|rounded|scant)\s+(\S+)(.*)$`)
	container = `(?:cans?|tins?|packets?|packs?|pkts?|sachets?|boxe?s?|bags?|bottles?|jars?|blocks?|tubs?|tubes?)`
	bracketed = regexp.MustCompile(`^(an?|[\d.,/½⅓⅔¼¾ ]*[\d½⅓⅔¼¾])\s+(` + container +
		`)\s*\(\s*([\d.,/½⅓⅔¼¾ ]+[a-z ]+?)(?:\s+each)?\s*\)\s*(?:of\s+)?(.+)$`)
	timesOf   = regexp.MustCompile(`^(\d+)\s*[x×]\s*(\d.*)$`)
	contained = regexp.MustCompile(`^(` + container + `)\s+(?:of\s+)?(.+)$`)
	article   = regexp.MustCompile(`^an?\s+(\d)`)
	orAside   = regexp.MustCompile(`\s*\(\s*or\s+([^()]+)\)`)
	juiceOf   = regexp.MustCompile(`^(?:the\s+)?juice\s+(?:of|from)\s+(an?|half an?|[\d.,/½⅓⅔¼¾ ]*[\d½⅓⅔¼¾]|` + anyNumber +
		`)\s+(lemon|lime|orange)s?$`)
	spoons = regexp.MustCompile(`^(?:tbsps?|tablespoons?|tsps?|teaspoons?|dessertspoons?|spoons?)\b`)
)

// aloud writes an amount as people say it in figures: number words, "plus", a range, a level,
// heaped or scant measure. Of a range the higher is counted, and what is judged is judged by the
// worse of its ends.
func aloud(line string) said {
	s := said{text: orAside.ReplaceAllString(line, " or $1"), count: 1, heap: 1, low: 1}
	if s.squeezed(); s.note != "" {
		return s
	}
	s.text = plus.ReplaceAllString(s.text, " + $1")
	s.text = fluid.ReplaceAllString(s.text, "fl oz$1")
	s.text = dotted.ReplaceAllString(s.text, "$1$2")
	s.text = fewDrops.ReplaceAllString(s.text, fewAre+" drops")
	s.text = dozen.ReplaceAllStringFunc(s.text, func(m string) string {
		g := dozen.FindStringSubmatch(m)
		if g[2] == "half a" {
			return g[1] + "6 "
		}
		n, err := strconv.Atoi(figure(g[2]))
		if err != nil {
			n = 1
		}
		return g[1] + strconv.Itoa(12*n) + " "
	})
	s.text = fraction.ReplaceAllStringFunc(s.text, func(m string) string {
		g := fraction.FindStringSubmatch(m)
		whole, count := figure(g[2]), figure(g[3])
		if count == "" {
			count = "1"
		}
		if whole != "" {
			whole += " "
		}
		return g[1] + whole + count + "/" + parted[g[4]] + " "
	})
	s.text = wordFirst.ReplaceAllStringFunc(s.text, func(m string) string {
		g := wordFirst.FindStringSubmatch(m)
		return g[1] + figure(g[2]) + " "
	})
	s.text = wordLast.ReplaceAllStringFunc(s.text, func(m string) string {
		g := wordLast.FindStringSubmatch(m)
		return g[1] + figure(g[2]) + " "
	})
	s.ranged()
	s.filling()
	s.packed()
	return s
}

// squeezedML is the juice that one fruit gives (USDA handbook 456, quoted from memory).
var squeezedML = map[string]float64{"lemon": 45, "lime": 30, "orange": 75}

// squeezed reads "juice of 1 lemon".
func (s *said) squeezed() {
	m := juiceOf.FindStringSubmatch(s.text)
	if m == nil {
		return
	}
	n := 0.5
	if !strings.HasPrefix(m[1], "half ") {
		var err error
		if n, err = unit.ParseNumber(figure(m[1])); err != nil || !(n > 0) {
			return
		}
	}
	s.text = fmt.Sprintf("%g ml %s juice", n*squeezedML[m[2]], m[2])
	s.note = fmt.Sprintf("A %s gives about %g mL of juice; measure it to be sure.", m[2], squeezedML[m[2]])
}

// packed reads "2 tins (400 g each) chickpeas" and "2 x 400 g tins of chickpeas": a container
// counts by the size that is written with it, and by nothing else.
func (s *said) packed() {
	if m := bracketed.FindStringSubmatch(s.text); m != nil {
		s.count, s.text = 1, m[3]+" "+m[2]+" "+m[4]
		n, err := unit.ParseNumber(m[1])
		if err != nil || !(n > 0) {
			s.fault = fmt.Sprintf("how many, %q, cannot be read.", m[1])
		}
		s.count = n
	} else if m := timesOf.FindStringSubmatch(s.text); m != nil {
		if n, err := unit.ParseNumber(m[1]); err == nil {
			s.count, s.text = n, m[2]
		}
	}
	s.text = article.ReplaceAllString(s.text, "$1")
}

// ranged takes the higher of "2-3 tbsp".
func (s *said) ranged() {
	m := between.FindStringSubmatch(s.text)
	if m == nil {
		return
	}
	low, err := unit.ParseNumber(m[1])
	high, worse := unit.ParseNumber(m[2])
	switch {
	case err != nil || worse != nil:
		return // what is wrong with the number is said where amounts are read
	case low >= high:
		s.fault = fmt.Sprintf("the range %s to %s runs backwards; write the lower amount first.", m[1], m[2])
	default:
		s.text, s.low = m[2]+m[3], low/high
		s.note = fmt.Sprintf(
			"Begin with %s; the rest goes in as it needs. Amounts count the higher; we check the worse of the two.", m[1])
	}
}

// lower returns the lower end of the range whose higher end is a; it is not known where there is none.
func (s *said) lower(a unit.Amount) unit.Amount {
	if s.low < 1 {
		return a.Times(s.low)
	}
	return unit.Amount{}
}

// filling takes the word off that says how full a measure is.
func (s *said) filling() {
	m := filled.FindStringSubmatch(s.text)
	if m == nil {
		return
	}
	s.text = m[1] + " " + m[3] + m[4]
	switch m[2] {
	case "heaped", "heaping", "rounded":
		if !spoons.MatchString(m[3]) {
			s.fault = fmt.Sprintf("how much a %s %s takes is not known; level it off, or write grams.", m[2],
				strings.TrimSuffix(m[3], "s"))
			return
		}
		s.heap = heapedSpoon
		s.note = "Heaped: counted as one and a half level spoons (common practice); level it off to be sure."
	case "scant":
		s.note = "Scant is a little less; the whole measure is counted."
	}
}

// figure is a number word in figures; what is in figures stays so.
func figure(word string) string {
	if word == "a" || word == "an" {
		return "1"
	}
	for n, w := range numberWords {
		if w == word {
			return fmt.Sprint(n)
		}
	}
	return word
}

// eggGrams is what an egg weighs without its shell, by its size (USDA SR, quoted from memory).
var eggGrams = map[string]float64{"small": 38, "medium": 44, "large": 50, "extra large": 56, "extra-large": 56,
	"jumbo": 63}

var sizedEgg = regexp.MustCompile(`^(small|medium|large|extra[ -]large|jumbo)\s+(eggs?\b.*)$`)
