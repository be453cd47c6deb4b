// Package say holds what the core says before it is in any language: messages with named
// parts, which are put into words last, where an answer is written down.
//
// A message is written in English where it is meant:
//
//	say.F("Contains {allergens}.", met)
//
// A language has a sentence of its own for each, with the same parts in whatever order it
// needs; a sentence is never put together from pieces of other sentences.
package say

import (
	"fmt"
	"strconv"
	"strings"
)

// Text is a message. A constant Text is its own English source; one with parts is made by F.
// Texts are comparable, and String puts one into English.
//
// Inside, parts stand behind their source between separators, which are taken out of whatever
// people typed, so that a Text is a plain immutable value.
type Text string

// Separators of the parts of a Text, and the kinds that follow an opening one.
const (
	open  = '\x0e'
	next  = '\x1f'
	shut  = '\x0f'
	marks = string(open) + string(next) + string(shut)

	kindMessage  = 'm' // a source and its parts
	kindTyped    = 't' // as a person typed it, or as a figure stands: in every language the same
	kindNumber   = 'n' // a number in figures
	kindMeasured = 'q' // a quantity as the core writes it, its unit, and its figures in that
	kindName     = 'i' // an id, and the name in English
	kindSentence = 's' // the start of a sentence, with a capital
	kindWithin   = 'w' // inside a sentence, without
	kindList     = 'l' // how it is joined, and what is
)

// F fills the named parts of a source, which stand in braces, in the order in which their names
// first appear. A part may be a Text, a number, what a person typed (a string), or anything
// that writes itself.
func F(source Text, parts ...any) Text {
	b := make([]byte, 0, 256)
	b = append(b, open, kindMessage)
	b = append(b, source...)
	for _, p := range parts {
		b = append(b, next)
		b = appendPart(b, p)
	}
	return Text(append(b, shut))
}

// Quantity is what was measured: its figures in a metric unit, and how the core writes them.
type Quantity interface {
	Measured() (figures []float64, unit string)
	fmt.Stringer
}

func appendQuantity(b []byte, q Quantity) []byte {
	figures, unit := q.Measured()
	fields := []string{clean(q.String()), unit}
	for _, n := range figures {
		fields = append(fields, strconv.FormatFloat(n, 'g', -1, 64))
	}
	return appendNode(b, kindMeasured, fields...)
}

// Measure is a quantity by itself.
func Measure(q Quantity) Text { return Text(appendQuantity(make([]byte, 0, 64), q)) }

// Sayer is what has words of its own.
type Sayer interface{ Say() Text }

func appendPart(b []byte, v any) []byte {
	switch v := v.(type) {
	case Text:
		return append(b, v...)
	case Sayer:
		return append(b, v.Say()...)
	case string:
		return appendNode(b, kindTyped, clean(v))
	case int:
		return append(strconv.AppendInt(append(b, open, kindNumber), int64(v), 10), shut)
	case Quantity:
		return appendQuantity(b, v)
	case fmt.Stringer:
		return appendNode(b, kindTyped, clean(v.String()))
	}
	return appendNode(b, kindTyped, clean(fmt.Sprint(v)))
}

func appendNode(b []byte, kind byte, fields ...string) []byte {
	b = append(b, open, kind)
	for i, f := range fields {
		if i > 0 {
			b = append(b, next)
		}
		b = append(b, f...)
	}
	return append(b, shut)
}

func node(kind byte, fields ...string) Text {
	return Text(appendNode(make([]byte, 0, 128), kind, fields...))
}

// Typed is what is the same in every language: what a person typed, a size.
func Typed(s string) Text { return node(kindTyped, clean(s)) }

// Copied is what a person may have typed or copied out of the book, as the steps of a recipe: a
// language that has a sentence for it says it.
func Copied(s string) Text { return Text(clean(s)) }

// clean takes the separators out of what people typed.
func clean(s string) string {
	if !strings.ContainsAny(s, marks) {
		return s
	}
	return strings.Map(func(r rune) rune {
		if strings.ContainsRune(marks, r) {
			return -1
		}
		return r
	}, s)
}

// Number is a whole number.
func Number(n int) Text { return node(kindNumber, strconv.Itoa(n)) }

// Fixed is a number with so many decimal places.
func Fixed(v float64, places int) Text {
	return node(kindNumber, strconv.FormatFloat(v, 'f', places, 64))
}

// Figure is a number with as many decimal places as it has, as %g writes it.
func Figure(v float64) Text { return node(kindNumber, fmt.Sprintf("%g", v)) }

// Name is the name of a thing or a recipe by its id, which a language may have its own word for;
// an empty id has none. It is written as at the start of a line: "Plain flour".
func Name(id, english string) Text { return node(kindName, id, clean(english)) }

// Sentence is a message at the start of a sentence: it is written with a capital.
func Sentence(t Text) Text {
	if t == "" {
		return ""
	}
	return node(kindSentence, string(t))
}

// Within is a message inside a sentence: it is written without a capital.
func Within(t Text) Text {
	if t == "" {
		return ""
	}
	return node(kindWithin, string(t))
}

// Run is one sentence after another; empty ones are left out.
func Run(sentences ...Text) Text { return list("", sentences) }

// List is one thing after another with the message between as what stands between two of them:
// "{one} and {next}".
func List(between Text, items ...Text) Text { return list(string(between), items) }

func list(between string, items []Text) Text {
	fields := []string{between}
	for _, t := range items {
		if t != "" {
			fields = append(fields, string(t))
		}
	}
	switch len(fields) {
	case 1:
		return ""
	case 2:
		return Text(fields[1])
	}
	return node(kindList, fields...)
}

// Texts is many messages from many strings that are their own English source.
func Texts(sources ...string) []Text {
	texts := make([]Text, len(sources))
	for i, s := range sources {
		texts[i] = Text(s)
	}
	return texts
}

// String returns the message in English.
func (t Text) String() string { return t.In(English) }

// Reworded returns the message with another source, where a table has one for its own; its parts stay.
func (t Text) Reworded(words map[string]string) Text {
	if !strings.HasPrefix(string(t), string(open)+string(kindMessage)) {
		if other, ok := words[string(t)]; ok {
			return Text(other)
		}
		return t
	}
	source := string(t)[2:]
	if end := strings.IndexAny(source, string(next)+string(shut)); end >= 0 {
		source = source[:end]
	}
	if other, ok := words[source]; ok {
		return t[:2] + Text(other) + t[2+len(source):]
	}
	return t
}

// appendFields cuts what a node holds at its own separators, not at those of nodes inside.
func appendFields(all []string, inside string) []string {
	depth, from := 0, 0
	for i := 0; i < len(inside); i++ {
		switch inside[i] {
		case open:
			depth++
		case shut:
			depth--
		case next:
			if depth == 0 {
				all = append(all, inside[from:i])
				from = i + 1
			}
		}
	}
	return append(all, inside[from:])
}
