package main

import (
	"bytes"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A figure over its budget, or never measured, is said and counted; the middle one of
// several runs counts, and the worst of several benchmarks.
func TestHold(t *testing.T) {
	const output = `goos: linux
BenchmarkJudge/boat-2    800000  1500 ns/op  0 B/op  0 allocs/op
BenchmarkJudge/boat-2    800000  9000 ns/op  0 B/op  0 allocs/op
BenchmarkJudge/boat-2    800000  1600 ns/op  0 B/op  0 allocs/op
BenchmarkCylinderFit/sphere_25_mm-2  100  500 ns/op
BenchmarkCylinderFit/cone_30_x_56_mm-2  100  70000 ns/op
BenchmarkLists/set-ups-2  272  1.090 ratio  2474 us/answer
`
	var passed, table bytes.Buffer
	all, err := read(strings.NewReader(output), &passed)
	require.NoError(t, err)
	assert.Equal(t, output, passed.String())
	over := hold(all, &table)
	assert.Equal(t, len(budgets)-3, over)
	said := map[string]string{}
	for _, row := range strings.Split(table.String(), "\n") {
		if what, rest, ok := strings.Cut(row, "  "); ok {
			said[what] = strings.Join(strings.Fields(rest), " ")
		}
	}
	assert.Equal(t, "1600 ns/op 2 us", said["check one item, nothing objects"])
	assert.Equal(t, "7e+04 ns/op 50 us OVER", said["gauge, each of ten solids"])
	assert.Equal(t, "1.09 ratio 1.5x", said["each list with 3 years of records over one page of them"])
	assert.Equal(t, "not measured 20 us MISSING", said["resolve one of 5,000 names"])
}
