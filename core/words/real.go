package words

import (
	"bytes"
	"compress/gzip"
	_ "embed"
	"io"
	"slices"
	"sync"
)

// english holds the words of American, British and Australian English of four letters and more (SCOWL up to level 60,
// english.md says whose they are; scripts/words.mjs writes it).
//
//go:embed english.gz
var english []byte

// real are those words in order. A failure is a fault of the build and panics.
var real = sync.OnceValue(func() []string {
	in, err := gzip.NewReader(bytes.NewReader(english))
	if err != nil {
		panic(err)
	}
	text, err := io.ReadAll(in)
	if err != nil {
		panic(err)
	}
	all := make([]string, 0, 80_000)
	word := make([]byte, 0, 32)
	for i := 0; i < len(text); {
		word = word[:int(text[i]-'A')]
		i++
		for i < len(text) && text[i] >= 'a' {
			word = append(word, text[i])
			i++
		}
		all = append(all, string(word))
	}
	return all
})

// Real reports whether a word in small letters is one of the language, which nobody types by a slip for another. Words
// under four letters are: among them nearly all are words of their own.
func Real(word string) bool {
	if len(word) < 4 {
		return true
	}
	_, found := slices.BinarySearch(real(), word)
	return found
}
