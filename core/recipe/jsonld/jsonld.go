// Package jsonld exchanges recipes with other programs as JSON-LD of schema.org (quoted from memory).
package jsonld

import (
	"bytes"
	"encoding/json"
	"fmt"
	"html"
	"regexp"
	"strconv"
	"strings"

	"emblo/core/recipe"
	"emblo/core/recipe/typed"
)

// The JSON-LD of schema.org/Recipe (quoted from memory): what is exchanged with other
// programs. Every field that is not a plain property of a Recipe is an additionalProperty.

// Max is the largest file that is read.
const Max = 512 << 10

// ldRecipe is what is written.
type ldRecipe struct {
	Context      string       `json:"@context"`
	Type         string       `json:"@type"`
	Name         string       `json:"name"`
	Category     string       `json:"recipeCategory,omitempty"`
	Yield        string       `json:"recipeYield,omitempty"`
	TotalTime    string       `json:"totalTime,omitempty"`
	Ingredients  []string     `json:"recipeIngredient"`
	Instructions []ldStep     `json:"recipeInstructions"`
	Extra        []ldProperty `json:"additionalProperty,omitempty"`
}

type ldStep struct {
	Type string `json:"@type"`
	Text string `json:"text"`
}

type ldProperty struct {
	Type  string `json:"@type"`
	Name  string `json:"name"`
	Value any    `json:"value"`
}

// Names of the additional properties.
const (
	ldKeeps  = "keeps"
	ldLoss   = "shareLostAsSteam"
	ldHeated = "heatedTo80C"
	ldHot    = "madeWithBoilingWater"
	ldPH     = "pH"
)

// Write writes a recipe as schema.org/Recipe.
func Write(r recipe.Recipe) []byte {
	w := typed.Write(r)
	hands, waitingMinutes := recipe.Minutes(r.Steps)
	out := ldRecipe{Context: "https://schema.org", Type: "Recipe", Name: w.Name, Category: w.Kind,
		Yield:     r.Made().String(),
		TotalTime: fmt.Sprintf("PT%dM", hands+waitingMinutes), Ingredients: strings.Split(w.Lines, "\n"),
		Instructions: []ldStep{}}
	for _, s := range r.Steps {
		out.Instructions = append(out.Instructions, ldStep{"HowToStep", s.String()})
	}
	property := func(name string, v any, given bool) {
		if given {
			out.Extra = append(out.Extra, ldProperty{"PropertyValue", name, v})
		}
	}
	property(ldKeeps, w.Keeps, w.Keeps != "")
	property(ldLoss, w.Loss, w.Loss != 0)
	property(ldHeated, true, w.Heated)
	property(ldHot, true, w.Hot)
	property(ldPH, w.PH, w.PH != 0)
	text, err := json.MarshalIndent(out, "", "  ")
	if err != nil {
		panic(err) // plain values always encode
	}
	return append(text, '\n')
}

// Read finds the first schema.org/Recipe in a JSON-LD file, also in a list, a graph or
// another thing, and returns it as if it had been typed, without markup. It fails with a
// clause on what is not JSON, too large, or holds no recipe with ingredients. Nothing is
// fetched, and no context is followed.
func Read(data []byte) (typed.Written, error) {
	if len(data) > Max {
		return typed.Written{}, fmt.Errorf("the file is larger than %d kB", Max>>10)
	}
	var any any
	d := json.NewDecoder(bytes.NewReader(bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))))
	if err := d.Decode(&any); err != nil {
		return typed.Written{}, fmt.Errorf("the file is not JSON: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	r := findRecipe(any, 0)
	if r == nil {
		return typed.Written{}, fmt.Errorf("there is no schema.org Recipe in the file")
	}
	w := typed.Written{Name: clip(plain(r["name"]), typed.MaxName), Kind: strings.ToLower(plain(r["recipeCategory"]))}
	if k := recipe.KindOf(w.Kind); k.ID != w.Kind || !k.Own {
		w.Kind = "dough"
	}
	w.Lines = strings.Join(texts(r["recipeIngredient"], 0), "\n")
	if w.Lines == "" {
		w.Lines = strings.Join(texts(r["ingredients"], 0), "\n") // the older name of the property
	}
	w.Steps = strings.Join(texts(r["recipeInstructions"], 0), "\n")
	for _, p := range list(r["additionalProperty"]) {
		property(&w, p)
	}
	if w.Lines == "" {
		return typed.Written{}, fmt.Errorf("the recipe in the file has no ingredients")
	}
	return w, nil
}

func property(w *typed.Written, p any) {
	o, ok := p.(map[string]any)
	if !ok {
		return
	}
	n, _ := o["value"].(float64)
	yes, _ := o["value"].(bool)
	switch o["name"] {
	case ldKeeps:
		w.Keeps = clip(plain(o["value"]), 200)
	case ldLoss:
		w.Loss = n
	case ldHeated:
		w.Heated = yes
	case ldHot:
		w.Hot = yes
	case ldPH:
		w.PH = n
	}
}

const maxDepth = 20

// findRecipe looks for an object whose type is Recipe, outermost first.
func findRecipe(v any, depth int) map[string]any {
	if depth > maxDepth {
		return nil
	}
	switch v := v.(type) {
	case []any:
		for _, x := range v {
			if r := findRecipe(x, depth+1); r != nil {
				return r
			}
		}
	case map[string]any:
		for _, t := range list(v["@type"]) {
			if name, _ := t.(string); name == "Recipe" || strings.HasSuffix(name, "schema.org/Recipe") ||
				name == "schema:Recipe" {
				return v
			}
		}
		for _, key := range []string{"@graph", "mainEntity", "mainEntityOfPage", "item", "itemListElement"} {
			if r := findRecipe(v[key], depth+1); r != nil {
				return r
			}
		}
	}
	return nil
}

func list(v any) []any {
	switch v := v.(type) {
	case nil:
		return nil
	case []any:
		return v
	}
	return []any{v}
}

// texts returns the lines of text in a value: text, a list of it, steps, and sections of
// steps. What is longer than a person types is left out.
func texts(v any, depth int) []string {
	if depth > maxDepth {
		return nil
	}
	var out []string
	for _, x := range list(v) {
		switch x := x.(type) {
		case string:
			for _, line := range strings.Split(breaks.ReplaceAllString(x, "\n"), "\n") {
				if line = plain(line); line != "" && len(out) < 200 {
					out = append(out, clip(line, 1000))
				}
			}
		case map[string]any:
			if inner, ok := x["itemListElement"]; ok {
				out = append(out, texts(inner, depth+1)...)
			} else if t, ok := x["text"]; ok {
				out = append(out, texts(t, depth+1)...)
			} else {
				out = append(out, texts(x["name"], depth+1)...)
			}
		}
	}
	return out
}

var (
	breaks = regexp.MustCompile(`(?i)<\s*(br|/p|/li)\s*/?>|\r\n|\r`)
	markup = regexp.MustCompile(`(?s)<(script|style).*?</(script|style)\s*>|<[^>]{0,1000}>`)
)

// plain returns a value as one line of text without markup.
func plain(v any) string {
	var s string
	switch v := v.(type) {
	case string:
		s = v
	case float64:
		s = strconv.FormatFloat(v, 'f', -1, 64)
	case []any:
		if len(v) > 0 {
			return plain(v[0])
		}
	}
	s = html.UnescapeString(markup.ReplaceAllString(s, " "))
	s = strings.Map(func(r rune) rune {
		if r < ' ' || r == '<' || r == '>' || r == 0x7f {
			return ' '
		}
		return r
	}, s)
	return strings.Join(strings.Fields(s), " ")
}

func clip(s string, letters int) string {
	if r := []rune(s); len(r) > letters {
		return string(r[:letters])
	}
	return s
}
