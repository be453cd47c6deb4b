package desk

import (
	"fmt"
	"hash/fnv"
	"sync"

	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/strict"
)

// Fingerprint is a hash of the rules, the shelf and the book that answers rest on, apart
// from what the centre has stored.
var Fingerprint = sync.OnceValue(func() string {
	h := fnv.New64a()
	_, _ = h.Write(strict.Write(pen.English.Rules(safety.Rules()))) // a hash takes everything
	for _, it := range material.Standard().Items() {
		fmt.Fprintf(h, "%+v\n", it)
	}
	for _, r := range recipe.Standard().Recipes() {
		fmt.Fprintf(h, "%+v\n", r)
	}
	return fmt.Sprintf("%016x", h.Sum64())
})
