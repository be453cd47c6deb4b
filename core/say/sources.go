package say

import (
	_ "embed"
	"strings"
)

//go:embed messages.txt
var messages string

// Sources returns the English source of every message of the core, in order: what a language
// has to say.
func Sources() []string { return strings.Split(strings.TrimSuffix(messages, "\n"), "\n") }
