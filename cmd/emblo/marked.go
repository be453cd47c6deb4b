package main

import (
	"os"

	words "emblo/core/say"
)

// markedSetting names an environment variable with which every answer and page is in what is no language, so that a
// text that is not to be translated shows. Only the program of the tests has it.
var markedSetting string

// marked is what all answers are in: nil, each in the language of who asks, but where a test wants them marked.
func marked() *words.Language {
	if markedSetting == "" || os.Getenv(markedSetting) == "" {
		return nil
	}
	return words.Pseudo(words.Sources())
}
