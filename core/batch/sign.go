package batch

import (
	"fmt"
	"slices"

	"emblo/core/say"
)

// Sign is what can be seen or smelt of a batch that is not right any more.
type Sign uint8

// The signs, after common practice.
const (
	Spots     Sign = iota // of any colour
	Smell                 // sour, musty or cheesy
	Wet                   // weeps, or is slimy
	DriedEdge             // hard crumbs at the edge
	Colour                // another colour than it had
	Insects               // moths, webs, mites
	Dirt                  // what does not belong in it
)

var signs = []struct {
	word  string
	words say.Text
	ends  bool // the batch is over; else it is mended and looked over again
}{
	Spots:     {"spots", "spots in it", true},
	Smell:     {"smell", "a sour or musty smell", true},
	Wet:       {"wet", "wet or slimy", true},
	DriedEdge: {"dried-edge", "a dried edge", false},
	Colour:    {"colour", "another colour than it had", true},
	Insects:   {"insects", "insects or webs in it", true},
	Dirt:      {"dirt", "dirt in it", true},
}

// String returns the word for the sign.
func (s Sign) String() string { return signs[s].word }

// Say returns the sign in words.
func (s Sign) Say() say.Text { return signs[s].words }

// Signs returns every sign.
func Signs() []Sign { return []Sign{Spots, Smell, Wet, DriedEdge, Colour, Insects, Dirt} }

// ParseSign reads what String writes.
func ParseSign(word string) (Sign, error) {
	for _, s := range Signs() {
		if s.String() == word {
			return s, nil
		}
	}
	return 0, fmt.Errorf("%q is no sign: %v", word, Signs())
}

// worstSign returns why what was seen ends a batch; empty where it does not. A dried edge is cut off.
func worstSign(seen []Sign) say.Text {
	at := slices.IndexFunc(seen, func(s Sign) bool { return signs[s].ends })
	if at < 0 {
		return ""
	}
	return say.F("failed its check: {sign}", seen[at].Say())
}
