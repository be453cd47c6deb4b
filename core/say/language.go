package say

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	"emblo/core/memo"
)

// Language puts messages into words. What it says does not change once it is made; it is safe for concurrent use.
type Language struct {
	// Tag names the language as BCP 47 does.
	Tag     string
	sources map[string]string            // by English source
	counted map[string]map[string]string // by English source and plural category, where one word does not do for all
	plural  func(n float64) string       // the plural category of a number, as CLDR names it
	names   map[string]string            // by id, as at the start of a line
	decimal string                       // what stands before the decimals
	units   Units
	typed   func(string) string
	// word makes an English sentence one of the language; nil where only those on record have one.
	word func(string) string
	said memo.Map[Text, string]
}

// mostSaid is how many messages with parts are kept as they were put into words: those of some hundred plans.
const mostSaid = 4096

// English is the language of the sources.
var English = &Language{Tag: "en-GB", decimal: "."}

// In returns the message in a language; what the language has no sentence for is in English.
func (t Text) In(l *Language) string {
	if l == English && strings.IndexByte(string(t), open) < 0 {
		return string(t)
	}
	if said, ok := l.said.Get(t); ok {
		return said
	}
	room := rooms.Get().(*[]byte)
	b := l.append((*room)[:0], string(t))
	said := l.said.Keep(t, string(b), mostSaid)
	*room = b
	rooms.Put(room)
	return said
}

// rooms are where sentences are put together.
var rooms = sync.Pool{New: func() any { b := make([]byte, 0, 512); return &b }}

// Name returns the name of a thing or a recipe, as at the start of a line, without making a
// message of it.
func (l *Language) Name(id, english string) string {
	own, ok := l.names[id]
	if !ok {
		own = english
	}
	if l.typed != nil {
		own = l.typed(own)
	}
	return own
}

// All returns messages in a language; never nil.
func (l *Language) All(texts []Text) []string {
	all := make([]string, len(texts))
	for i, t := range texts {
		all[i] = t.In(l)
	}
	return all
}

func (l *Language) append(b []byte, t string) []byte {
	if t == "" {
		return b
	}
	if t[0] != open {
		return l.fill(b, t, nil)
	}
	var room [12]string
	from := len(b)
	switch kind, inside := t[1], t[2:len(t)-1]; kind {
	case kindMessage:
		all := appendFields(room[:0], inside)
		b = l.fill(b, all[0], all[1:])
	case kindTyped:
		b = l.typedAs(b, inside)
	case kindMeasured:
		b = l.typedAs(b, l.units.measured(appendFields(room[:0], inside)))
	case kindNumber:
		if l.decimal != "." {
			inside = strings.Replace(inside, ".", l.decimal, 1)
		}
		b = l.typedAs(b, inside)
	case kindName:
		id, english, _ := strings.Cut(inside, string(next))
		b = append(b, l.Name(id, english)...)
	case kindSentence:
		b = first(l.append(b, inside), from, unicode.ToUpper)
	case kindWithin:
		b = first(l.append(b, inside), from, unicode.ToLower)
	case kindList:
		b = l.list(b, appendFields(room[:0], inside))
	}
	return b
}

func (l *Language) typedAs(b []byte, s string) []byte {
	if l.typed != nil {
		s = l.typed(s)
	}
	return append(b, s...)
}

// list writes a list: with nothing between, sentence after sentence.
func (l *Language) list(b []byte, all []string) []byte {
	between, items := all[0], all[1:]
	if between == "" {
		for i, s := range items {
			if i > 0 {
				b = append(b, ' ')
			}
			b = l.append(b, s)
		}
		return b
	}
	so := items[0]
	for _, s := range items[1:] {
		so = string(node(kindMessage, between, so, s))
	}
	return l.append(b, so)
}

// fill writes a sentence with its parts, which are numbered by the names in the English source.
func (l *Language) fill(b []byte, english string, parts []string) []byte {
	own, ok := l.sources[english]
	if forms := l.counted[english]; forms != nil {
		if of, counted := forms[l.plural(firstNumber(parts))]; counted {
			own, ok = of, true
		}
	}
	if !ok {
		own = english
	}
	if len(parts) == 0 {
		return append(b, own...)
	}
	var room [12]string
	names := room[:0]
	if l != English {
		names = appendParts(names, english)
	}
	for {
		from := strings.IndexByte(own, '{')
		to := from + 1 + strings.IndexByte(own[from+1:], '}')
		if from < 0 || to <= from {
			return append(b, own...)
		}
		b = append(b, own[:from]...)
		name := own[from+1 : to]
		i := slices.Index(names, name)
		if i < 0 && l == English {
			i = len(names)
			names = append(names, name)
		}
		if i >= 0 && i < len(parts) {
			if in, unit, ok := l.units.follows(parts[i], own[to+1:]); ok {
				b, own = l.typedAs(b, in), own[to+1+unit:]
				continue
			}
			b = l.append(b, parts[i])
		} else {
			b = append(b, own[from:to+1]...)
		}
		own = own[to+1:]
	}
}

// Parts returns the names of the parts of a source, in the order in which they first appear.
func Parts(source string) []string { return appendParts(nil, source) }

func appendParts(names []string, source string) []string {
	for {
		from := strings.IndexByte(source, '{')
		if from < 0 {
			return names
		}
		to := strings.IndexByte(source[from:], '}')
		if to < 0 {
			return names
		}
		if name := source[from+1 : from+to]; !slices.Contains(names, name) {
			names = append(names, name)
		}
		source = source[from+to+1:]
	}
}

// first changes the first letter of what was written from a place on.
func first(b []byte, from int, to func(rune) rune) []byte {
	r, n := utf8.DecodeRune(b[from:])
	c := to(r)
	if n == 0 || c == r {
		return b
	}
	if utf8.RuneLen(c) == n {
		utf8.EncodeRune(b[from:], c)
		return b
	}
	return append(b[:from], append([]byte(string(c)), b[from+n:]...)...)
}

// Sentence words an English sentence that is none of the messages, as a refusal is: one with what somebody typed in it.
func (l *Language) Sentence(english string) string {
	if own, ok := l.sources[english]; ok {
		return own
	}
	if l.word != nil {
		return l.word(english)
	}
	return english
}

// firstNumber is the first number among the parts of a message: what it counts. Without any it is 0.
func firstNumber(parts []string) float64 {
	for _, p := range parts {
		if n, ok := numberOf(p); ok {
			return n
		}
	}
	return 0
}

// numberOf reads a part that is a number.
func numberOf(part string) (float64, bool) {
	if len(part) < 3 || part[0] != open || part[1] != kindNumber {
		return 0, false
	}
	n, err := strconv.ParseFloat(part[2:len(part)-1], 64)
	return n, err == nil
}

// Worded returns a language made of the English sources, a sentence at a time, with names of its own for things and
// recipes by their ids, and figures in units.
func Worded(tag string, units Units, word func(source string) string, names map[string]string) *Language {
	l := &Language{Tag: tag, decimal: ".", units: units, word: word, names: names,
		sources: make(map[string]string)}
	for _, s := range Sources() {
		if own := units.beside(word(s)); own != s {
			l.sources[s] = own
		}
	}
	return l
}

// Read reads a language from a file of rows "message, its id, the sentence" and "name, the id of a thing or recipe, its
// name". A message that counts may have a row for each plural category of CLDR, its id followed by "#few" say, beside
// that for all others; plural tells the category of a number, and may be nil where there are no such rows. It fails on
// a row of another kind, of an unknown message, one that stands twice or is empty, and a sentence whose parts are not
// those of its source. decimal is what the language writes before decimals.
func Read(tag, decimal string, plural func(n float64) string, file []byte) (*Language, error) {
	r := csv.NewReader(bytes.NewReader(file))
	r.FieldsPerRecord = 3
	rows, err := r.ReadAll()
	if err != nil {
		return nil, fmt.Errorf("language %s: %w", tag, err)
	}
	l := &Language{Tag: tag, decimal: decimal, plural: plural, sources: make(map[string]string),
		counted: make(map[string]map[string]string), names: make(map[string]string)}
	for i, row := range rows {
		if err := l.read(row[0], row[1], row[2]); err != nil {
			return nil, fmt.Errorf("language %s, row %d: %w", tag, i+1, err)
		}
	}
	return l, nil
}

func (l *Language) read(kind, id, own string) error {
	into, key := l.names, id
	if kind == "message" {
		id, category, counts := strings.Cut(id, "#")
		english, known := sources()[id]
		switch {
		case !known:
			return fmt.Errorf("no message is called %q", id)
		case counts && l.plural == nil:
			return fmt.Errorf("%q counts, and nothing tells how the language does", id)
		case !sameParts(english, own):
			return fmt.Errorf("%q has other parts than %q", own, english)
		}
		into, key = l.sources, english
		if counts {
			if l.counted[english] == nil {
				l.counted[english] = make(map[string]string)
			}
			into, key = l.counted[english], category
		}
	} else if kind != "name" {
		return fmt.Errorf("%q is neither message nor name", kind)
	}
	if _, twice := into[key]; twice || key == "" || own == "" {
		return fmt.Errorf("%q stands twice, or one side is empty", id)
	}
	into[key] = own
	return nil
}

func sameParts(a, b string) bool {
	x, y := Parts(a), Parts(b)
	slices.Sort(x)
	slices.Sort(y)
	return slices.Equal(x, y)
}

// Lacking returns those of the English sources that a language has no sentence for.
func (l *Language) Lacking(sources []string) []string {
	var lacking []string
	for _, s := range sources {
		if _, ok := l.sources[s]; !ok {
			lacking = append(lacking, s)
		}
	}
	return lacking
}
