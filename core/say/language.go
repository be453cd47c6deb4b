package say

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
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
	sources map[string]string // by English source
	names   map[string]string // by id, as at the start of a line
	decimal string            // what stands before the decimals
	typed   func(string) string
	said    memo.Map[Text, string]
}

// mostSaid is how many messages with parts are kept as they were put into words: those of some hundred plans.
const mostSaid = 4096

// English is the language of the sources.
var English = &Language{Tag: "en", decimal: "."}

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

// Read reads a language from a file of rows "message, its English source, the sentence" and
// "name, the id of a thing or recipe, its name". It fails on a row of another kind, one that
// stands twice or is empty, and a sentence whose parts are not those of its source. decimal is
// what the language writes before decimals.
func Read(tag, decimal string, file []byte) (*Language, error) {
	r := csv.NewReader(bytes.NewReader(file))
	r.FieldsPerRecord = 3
	rows, err := r.ReadAll()
	if err != nil {
		return nil, fmt.Errorf("language %s: %w", tag, err)
	}
	l := &Language{Tag: tag, decimal: decimal, sources: make(map[string]string), names: make(map[string]string)}
	into := map[string]map[string]string{"message": l.sources, "name": l.names}
	for i, row := range rows {
		all, ok := into[row[0]]
		_, twice := all[row[1]]
		switch {
		case !ok:
			return nil, fmt.Errorf("language %s, row %d: %q is neither message nor name", tag, i+1, row[0])
		case twice || row[1] == "" || row[2] == "":
			return nil, fmt.Errorf("language %s, row %d: %q stands twice, or one side is empty", tag, i+1, row[1])
		case row[0] == "message" && !sameParts(row[1], row[2]):
			return nil, fmt.Errorf("language %s, row %d: %q has other parts than %q", tag, i+1, row[2], row[1])
		}
		all[row[1]] = row[2]
	}
	return l, nil
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
