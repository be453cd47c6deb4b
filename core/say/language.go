package say

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Language puts messages into words. It is read-only once made, and safe for concurrent use.
type Language struct {
	// Tag names the language as BCP 47 does.
	Tag     string
	sources map[string]string // by English source
	names   map[string]string // by id, as at the start of a line
	decimal string            // what stands before the decimals
	typed   func(string) string
}

// English is the language of the sources.
var English = &Language{Tag: "en", decimal: "."}

// In returns the message in a language; what the language has no sentence for is in English.
func (t Text) In(l *Language) string {
	if l == English && !strings.ContainsRune(string(t), open) {
		return string(t)
	}
	var b strings.Builder
	b.Grow(len(t) + 16)
	l.write(&b, string(t))
	return b.String()
}

// All returns messages in a language; never nil.
func (l *Language) All(texts []Text) []string {
	all := make([]string, len(texts))
	for i, t := range texts {
		all[i] = t.In(l)
	}
	return all
}

func (l *Language) write(b *strings.Builder, t string) {
	if t == "" {
		return
	}
	if t[0] != open {
		l.fill(b, t, nil)
		return
	}
	kind, inside := t[1], t[2:len(t)-1]
	switch kind {
	case kindMessage:
		all := fields(inside)
		l.fill(b, all[0], all[1:])
	case kindTyped:
		b.WriteString(l.asTyped(inside))
	case kindNumber:
		if l.decimal != "." {
			inside = strings.Replace(inside, ".", l.decimal, 1)
		}
		b.WriteString(l.asTyped(inside))
	case kindName:
		all := fields(inside)
		if own, ok := l.names[all[0]]; ok {
			b.WriteString(l.asTyped(own))
			return
		}
		l.write(b, all[1])
	case kindSentence:
		b.WriteString(first(Text(inside).In(l), unicode.ToUpper))
	case kindWithin:
		b.WriteString(first(Text(inside).In(l), unicode.ToLower))
	case kindList:
		l.join(b, fields(inside))
	}
}

func (l *Language) asTyped(s string) string {
	if l.typed != nil {
		return l.typed(s)
	}
	return s
}

// join writes a list: with nothing between, sentence after sentence.
func (l *Language) join(b *strings.Builder, all []string) {
	between, items := all[0], all[1:]
	if between == "" {
		for i, s := range items {
			if i > 0 {
				b.WriteByte(' ')
			}
			l.write(b, s)
		}
		return
	}
	so := items[0]
	for _, s := range items[1:] {
		so = string(node(kindMessage, between, so, s))
	}
	l.write(b, so)
}

// fill writes a sentence with its parts, which are numbered by the names in the English source.
func (l *Language) fill(b *strings.Builder, english string, parts []string) {
	own, ok := l.sources[english]
	if !ok {
		own = english
	}
	if len(parts) == 0 {
		b.WriteString(own)
		return
	}
	var names []string
	if l != English {
		names = Parts(english)
	}
	seen := 0
	for {
		from := strings.IndexByte(own, '{')
		to := from + 1 + strings.IndexByte(own[from+1:], '}')
		if from < 0 || to <= from {
			b.WriteString(own)
			return
		}
		b.WriteString(own[:from])
		name := own[from+1 : to]
		i := slices.Index(names, name)
		if i < 0 && l == English {
			i = seen
			names = append(names, name)
			seen++
		}
		if i >= 0 && i < len(parts) {
			l.write(b, parts[i])
		} else {
			b.WriteString(own[from : to+1])
		}
		own = own[to+1:]
	}
}

// Parts returns the names of the parts of a source, in the order in which they first appear.
func Parts(source string) []string {
	var names []string
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

func first(s string, to func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if c := to(r); n > 0 && c != r {
		return string(c) + s[n:]
	}
	return s
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
