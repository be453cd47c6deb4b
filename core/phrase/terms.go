package phrase

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"strings"
	"sync"
)

//go:embed terms.csv
var termsCSV []byte

// class is what a word does in a phrase beside the words that name the thing.
type class uint8

const (
	container class = iota + 1 // what it comes or lies in: a bag of it
	place                      // what it is played with in: a tray of it
	state                      // what has been done to it
	claim                      // what a packet says of it
	origin                     // where it is from
	colour
	size
	vague    // an amount that nobody knows
	remark   // what changes nothing about it
	use      // how children meet it
	compound // names another thing as a whole, and is never parted
)

var classes = map[string]class{"container": container, "place": place, "state": state, "claim": claim, "origin": origin,
	"colour": colour, "size": size, "vague": vague, "remark": remark, "use": use, "compound": compound}

// term is one word, or several together, of the closed classes.
type term struct {
	class class
	is    string // what it stands for: the state, the container
	words int
}

// longestTerm is how many words a term has at most.
const longestTerm = 6

// terms holds every term by its words joined, as names are looked up. A row that is not understood is a fault of the
// build and panics.
var terms = sync.OnceValue(func() map[string][]term {
	rows, err := csv.NewReader(bytes.NewReader(termsCSV)).ReadAll()
	if err != nil {
		panic(err)
	}
	all := make(map[string][]term)
	for _, row := range rows[1:] {
		c, ok := classes[row[0]]
		if !ok {
			panic(fmt.Sprintf("phrase: %q is not a class", row[0]))
		}
		for _, text := range strings.Split(row[2], ";") {
			words := tokens(text)
			key := keyed(words)
			if key == "" || len(words) > longestTerm {
				panic(fmt.Sprintf("phrase: %q cannot be a term", text))
			}
			all[key] = append(all[key], term{c, row[1], len(words)})
		}
	}
	return all
})

// keyed returns words as terms are looked up.
func keyed(words []token) string {
	all := make([]string, len(words))
	for i, t := range words {
		all[i] = t.look()
	}
	return strings.Join(all, " ")
}
