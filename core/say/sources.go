package say

import (
	_ "embed"
	"encoding/csv"
	"maps"
	"slices"
	"strings"
	"sync"
)

//go:embed messages.csv
var messages string

// Message is a message of the core: what it is called for good, and its source, which may be reworded.
type Message struct {
	ID      string
	English string
}

// Messages returns every message of the core, in order of the ids: what a language has to say.
func Messages() []Message {
	rows, err := csv.NewReader(strings.NewReader(messages)).ReadAll()
	if err != nil {
		panic(err) // a file of ours
	}
	all := make([]Message, len(rows)-1)
	for i, r := range rows[1:] {
		all[i] = Message{r[0], r[1]}
	}
	return all
}

// sources are the English sources by the ids of their messages.
var sources = sync.OnceValue(func() map[string]string {
	all := make(map[string]string)
	for _, m := range Messages() {
		all[m.ID] = m.English
	}
	return all
})

// Sources returns the English source of every message of the core.
func Sources() []string { return slices.Collect(maps.Values(sources())) }
