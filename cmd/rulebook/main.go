// Command rulebook prints docs/rules.md from the rule table.
package main

import (
	"fmt"
	"strings"

	"emblo/core/age"
	"emblo/core/safety"
)

func main() {
	fmt.Print("# Rules and their grounds\n\nWritten by `make gen` from the rule table in `core/safety`; do not edit. " +
		"Verdicts in order: goes in, goes in with a hand, measure first, keep out; the worst of all rules holds. " +
		"A child's effective age is the least of calendar age, a developmental age the educator sets, and 35 months if the child mouths things. " +
		"\"Quoted from memory\" could not be looked up when it was written: check it against the current text before relying on it. " +
		"Local licensing rules, product labels and health professionals come first.\n")
	var family safety.Family
	for _, r := range safety.Rules() {
		if r.Family != family {
			family = r.Family
			fmt.Printf("\n## %s\n", family)
		}
		fmt.Printf("\n### %s (`%s`)\n\n%s\n\nGround: %s (%s).\n", r.Title, r.ID, r.Threshold,
			strings.TrimSuffix(r.Ground.Source, "."), r.Ground.Standing)
		if r.Tunable {
			fmt.Print("A centre may set a minimum age of its own.\n")
		}
		for i, e := range r.Examples {
			if i == 0 {
				fmt.Print("\n| example | child | use | verdict |\n|---|---|---|---|\n")
			}
			who := age.Words(e.Months)
			if e.Mouths {
				who += ", mouthing"
			}
			fmt.Printf("| %s | %s | %s | %s |\n", e.Words, who, e.Use, e.Want)
		}
	}
}
