package phrase

import (
	"strings"

	"emblo/core/allergen"
	"emblo/core/unit"
)

// side says on which side of the name words stand.
type side uint8

const (
	before side = iota
	after
)

// scanner reads the words beside the name of a thing.
type scanner struct {
	all    []token
	i      int
	side   side
	system unit.System
	said   *Said
	cut    bool // it is said to be cut to a length, or into so many
}

// scan adds what the words say; it reports false when one of them belongs to no class.
func scan(words []token, at side, system unit.System, said *Said) bool {
	s := scanner{all: words, side: at, system: system, said: said}
	first := unit.Amount{}
	defer func() {
		if first.Known() {
			said.Amount.Each = first
		}
	}()
	for s.i < len(s.all) {
		if s.all[s.i].raw == "/" && said.Amount.Each.Known() { // "250 ml / 1 cup": the first counts
			said.Amount.Each, first = unit.Amount{}, said.Amount.Each
			s.i++
			continue
		}
		if t := s.all[s.i]; t.mark && strings.Contains(",:;()[].!=-", t.raw) || links[t.key] && !t.mark {
			s.i++
			continue
		}
		if !s.cutting() && !s.amount() && !s.free() && !s.term() {
			return false
		}
	}
	if _, sized := said.Length.Get(); s.cut && !sized { // "cut into 4 pieces"
		said.States = append(said.States, Smaller)
	}
	return true
}

// cutting takes what stands around the figure of "cut to 50 mm" and "cut into 3 cm pieces".
func (s *scanner) cutting() bool {
	t := s.all[s.i]
	switch {
	case s.key(0) == "cut" && (s.key(1) == "to" || s.key(1) == "into" && s.i+2 < len(s.all) && s.all[s.i+2].number):
		s.i, s.cut = s.i+2, true
	case s.cut && !t.mark && (t.key == "piece" || t.key == "length"):
		s.i++
	default:
		return false
	}
	return true
}

// links join words without saying anything.
var links = map[string]bool{"of": true, "and": true, "but": true, "all": true}

// term takes the longest term that begins here and may stand on this side.
func (s *scanner) term() bool {
	if s.all[s.i].mark || s.all[s.i].number {
		return false
	}
	key, known := "", terms()
	best, end := term{}, 0
	for n := 0; n < longestTerm && s.i+n < len(s.all); n++ {
		t := s.all[s.i+n]
		if t.mark || t.number {
			break
		}
		if n > 0 {
			key += " "
		}
		key += t.key
		for _, x := range known[key] {
			if s.fits(x, n+1) {
				best, end = x, n+1
			}
		}
	}
	if end == 0 {
		return false
	}
	s.take(best, end)
	s.i += end
	return true
}

// fits reports whether a term may stand here: a container only before "of", a place of play only beside the name.
func (s *scanner) fits(x term, words int) bool {
	switch x.class {
	case compound:
		return false
	case container:
		next := s.i + words
		if s.side == after { // "ice (a bag)", "cotton wool (bag)"
			return s.i > 0 && s.all[s.i-1].raw == "(" && next < len(s.all) && s.all[next].raw == ")"
		}
		return next < len(s.all) && s.all[next].key == "of"
	case place:
		return s.side == after && s.i == 0 || s.side == before && words > 1
	case size:
		return true
	}
	return true
}

func (s *scanner) take(x term, words int) {
	said := s.said
	switch x.class {
	case container:
		said.Amount.In = x.is
		if s.all[s.i].article {
			said.Amount.Count = unit.Known(1.0)
		}
	case place:
		said.Place = x.is
	case state:
		said.States = append(said.States, State(x.is))
	case origin:
		switch x.is {
		case "outdoors":
			said.States = append(said.States, Outdoors)
		case "home":
			said.States = append(said.States, HomeMade)
		}
	case size:
		switch x.is {
		case "small":
			said.States = append(said.States, Small)
		case "long":
			said.States = append(said.States, Long)
		}
	case claim:
		if x.is == "edible" {
			said.Claims = append(said.Claims, Claim{Text: s.text(words), Safe: true})
		}
	case vague:
		said.Amount.Some = true
	case use:
		said.Use = x.is
	}
}

func (s *scanner) text(words int) string {
	var b strings.Builder
	for i := s.i; i < s.i+words; i++ {
		if i > s.i {
			b.WriteByte(' ')
		}
		b.WriteString(s.all[i].raw)
	}
	return b.String()
}

// free reads what is said not to be in it: "nut-free", "free of egg and milk", "no egg", "without nuts", "eggless".
func (s *scanner) free() bool {
	t := s.all[s.i]
	if t.mark || t.number {
		return false
	}
	switch t.key {
	case "free", "made", "suitable":
		if next := s.key(1); t.key == "free" && (next == "of" || next == "from") || t.key == "made" && next == "without" {
			return s.listed(2)
		}
	case "no", "without", "non":
		return s.listed(1)
	}
	for n := 1; n <= 2; n++ {
		if s.key(n) == "free" {
			if set := allergensIn(s.all[s.i : s.i+n]); !set.Empty() {
				s.claim(set, n+1)
				return true
			}
		}
	}
	for _, ending := range []string{"free", "less"} {
		stem, ok := strings.CutSuffix(t.raw, ending)
		if set := allergen.Named(stem); ok && !set.Empty() {
			s.claim(set, 1)
			return true
		}
	}
	return false
}

// key is the word so many words on; "" for a mark, a number or the end.
func (s *scanner) key(n int) string {
	if s.i+n >= len(s.all) || s.all[s.i+n].mark || s.all[s.i+n].number {
		return ""
	}
	return s.all[s.i+n].key
}

// listed reads the allergens behind "free of" and "no": egg, milk and nuts.
func (s *scanner) listed(from int) bool {
	var set allergen.Set
	n := from
	for s.i+n < len(s.all) {
		t := s.all[s.i+n]
		if t.raw == "," || t.raw == "/" || t.raw == "&" || t.key == "or" || t.key == "and" || t.key == "any" ||
			t.key == "added" {
			n++
			continue
		}
		two := s.all[s.i+n : min(s.i+n+2, len(s.all))]
		if one := allergensIn(two); len(two) == 2 && !one.Empty() && allergensIn(two[:1]).Empty() {
			set |= one
			n += 2
			continue
		}
		one := allergensIn(two[:1])
		if one.Empty() {
			break
		}
		set |= one
		n++
	}
	if set.Empty() {
		return false
	}
	s.claim(set, n)
	return true
}

func (s *scanner) claim(set allergen.Set, words int) {
	s.said.Claims = append(s.said.Claims, Claim{Text: s.text(words), Free: set})
	s.i += words
}

func allergensIn(words []token) allergen.Set {
	text := ""
	for i, t := range words {
		if t.mark || t.number {
			return 0
		}
		if i > 0 {
			text += " "
		}
		text += t.raw
	}
	return allergen.Named(text)
}
