package httpapi_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/say"
)

// recorded are the answers of the demo centre on the day of the tests, as sets of what was
// said of which thing, room and use. EMBLO_RECORD=1 writes them anew; a difference is
// committed with its reason.
const recorded = "testdata/answers.txt"

func TestAnswersAreThoseOnRecord(t *testing.T) {
	t.Parallel()
	var out strings.Builder
	askAll(demoLeadFrom(t, recordDay), func(label string, answer any) {
		lines := map[string]bool{}
		flatten("", answer, lines)
		fmt.Fprintf(&out, "== %s\n", label)
		for _, l := range slices.Sorted(mapKeys(lines)) {
			out.WriteString(l + "\n")
		}
	})
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(recorded, []byte(out.String()), 0o644))
	}
	want, err := os.ReadFile(recorded)
	require.NoError(t, err)
	have, was := strings.Split(out.String(), "\n"), strings.Split(string(want), "\n")
	for i := range max(len(have), len(was)) {
		if i >= len(have) || i >= len(was) || have[i] != was[i] {
			require.Fail(t, "the answers differ from those on record", "line %d\nwas %q\nis  %q", i+1, at(was, i),
				at(have, i))
		}
	}
}

// Whatever the core says in an answer is one message, or one after another: nothing is put
// together of pieces, and nothing is said that no language can say.
func TestNothingTheCoreSaysIsJoined(t *testing.T) {
	t.Parallel()
	said := map[string]bool{"reason": true, "change": true, "missing": true, "title": true, "label": true,
		"value": true, "do": true, "notes": true, "baseline": true,
		"text": true, "not_taste_safe": true, "class": true, "keeps": true, "sentence": true, "changes": true,
		"feels": true, "cause": true, "why": true, "threshold": true,
		"source": true, "standing": true, "words": true, "youngest_words": true, "call": true, "else": true,
		"who": true, "family": true, "what": true, "says": true}
	// What people typed is theirs, and what is wrong with it is told in their words.
	typed := map[string]bool{"lines": true, "faults": true, "room": true, "rooms": true, "row": true,
		"Stir, 3 min": true, "Rest 10 min": true}
	seen, bad := map[string]int{}, map[string]string{}
	var walk func(key string, v any)
	walk = func(key string, v any) {
		switch v := v.(type) {
		case map[string]any:
			for k, x := range v {
				if !typed[k] {
					walk(k, x)
				}
			}
		case []any:
			for _, x := range v {
				walk(key, x)
			}
		case string:
			if said[key] && v != "" && !typed[v] {
				seen[key]++
				if say.Joined(v) != "" {
					bad[key+": "+v] = say.Joined(v)
				}
			}
		}
	}
	a := demoLeadIn(t, recordDay, say.Pseudo(say.Sources()))
	askAll(a, func(_ string, answer any) { walk("", answer) })
	for _, path := range []string{"/api/rules", "/api/aid", "/api/shelf/items/split-peas", "/api/shelf/items/corks"} {
		var answer any
		require.NoError(t, json.Unmarshal(a.ask(http.MethodGet, path, nil), &answer))
		walk("", answer)
	}
	assert.Empty(t, bad)
	for key := range said {
		assert.Positive(t, seen[key], "no answer has a %s", key)
	}
}

// askAll puts questions that touch every kind of answer to the demo centre.
func askAll(a *api, hear func(label string, answer any)) {
	rooms := map[string]string{}
	for _, name := range []string{"Puddles", "Pebbles", "Lanterns"} {
		rooms[name] = a.room(name).ID
	}
	say := func(label, method, path, body string) {
		var answer any
		req := any(nil)
		if body != "" {
			req = body
		}
		resp := a.ask(method, path, req)
		require.NoError(a, json.Unmarshal(resp, &answer), "%s: %s", label, resp)
		hear(label, answer)
	}
	get := func(path string) { say("GET "+nameless(path, rooms), http.MethodGet, path, "") }
	post := func(path, body string) {
		say("POST "+path+" "+nameless(body, rooms), http.MethodPost, path, body)
	}
	get("/api/setups")
	for _, name := range []string{"Puddles", "Pebbles", "Lanterns"} {
		id := rooms[name]
		get("/api/recipes?room_id=" + id)
		get("/api/shelf/board?room_id=" + id + "&use=open")
		for _, base := range []string{
			`"base":{"kind":"fill","item_id":"white-rice","vessel_id":"deep-tub","depth_mm":60},"items":[{"id":"00000000-0000-4000-8000-000000000001","item_id":"pompom-50","each":2,"use":"open"}]`,
			`"base":{"kind":"fill","item_id":"water","vessel_id":"dish-tub","depth_mm":40},"items":[{"id":"00000000-0000-4000-8000-000000000002","item_id":"scoops","each":1,"use":"open"},{"id":"00000000-0000-4000-8000-000000000003","item_id":"wooden-boats","each":2,"use":"open"}]`,
			`"base":{"kind":"mix","recipe_id":"stove-dough","portion_g":120,"colours":3,"pot_ml":2000},"items":[{"id":"00000000-0000-4000-8000-000000000004","item_id":"shells-small","each":2,"use":"hidden"}]`,
			`"base":{"kind":"fill","item_id":"play-sand","vessel_id":"zip-bag","depth_mm":10,"use":"sealed"},"items":[]`,
			`"items":[{"id":"00000000-0000-4000-8000-000000000006","described":{"name":"Old tin","form":"piece"},"each":1,"use":"open"},{"id":"00000000-0000-4000-8000-000000000007","described":{"name":"Boat","form":"piece","solid":"box","sizes_mm":[90,50,40],"contents":"listed","nothing_else":true},"each":1,"use":"threaded"}]`,
			`"base":{"kind":"fill","item_id":"play-sand","vessel_id":"deep-tub","depth_mm":30,"more":[{"item_id":"split-peas","depth_mm":20}]},"items":[{"id":"00000000-0000-4000-8000-000000000009","item_id":"pompom-50","each":2,"use":"open","colours":3,"cup_id":"stacking-cups"}]},` +
				`{"id":"00000000-0000-4000-8000-00000000000a","base":{"kind":"fill","item_id":"water","vessel_id":"ice-tray","depth_mm":22,"frozen":true},"items":[{"id":"00000000-0000-4000-8000-00000000000b","item_id":"jumbo-sticks","each":1,"use":"frozen"}]},` +
				`{"id":"00000000-0000-4000-8000-00000000000c","base":{"kind":"fill","item_id":"chickpeas","vessel_id":"clear-jar","depth_mm":120,"use":"sealed","vessels":1},"items":[]`,
		} {
			post("/api/answer", `{"room_id":"`+id+
				`","play_at":"2026-11-26T09:45","places":[{"id":"00000000-0000-4000-8000-000000000008",`+base+
				`}],"beside":[]}`)
		}
		post("/api/swaps", `{"room_id":"`+id+
			`","play_at":"2026-11-26T09:45","base":{"kind":"fill","item_id":"split-peas","vessel_id":"deep-tub","depth_mm":60}}`)
		post("/api/swaps", `{"room_id":"`+id+
			`","play_at":"2026-11-26T09:45","base":{"kind":"mix","recipe_id":"stove-dough","portion_g":100}}`)
		post("/api/swaps", `{"room_id":"`+id+
			`","play_at":"2026-11-26T09:45","item":{"id":"00000000-0000-4000-8000-000000000005","item_id":"shells-small","each":1,"use":"open"}}`)
		post("/api/checklist", `{"room_id":"`+id+
			`","csv":"name,use,solid,size_mm,contains,traits\nmarbles,,,,,\nbead,in-dough,sphere,10-14,none,hard;rounded\npeas,,,,,shiny\nglow worms,,,,,\nbaby oil,sealed,,,,\n"}`)
		post("/api/recipes/read", `{"room_id":"`+id+
			`","recipe":{"name":"Mud","kind":"dough","measures":"us","lines":"2 c flour\n1/2 cup salt\n3 unicorns\n1 tbsp oil\n3/4 cup warm water","steps":"Stir, 3 min\nRest 10 min","keeps":"1 week","heated":false,"hot":false,"loss_percent":0}}`)
	}
	for _, id := range []string{"kettle-dough", "ready-goop", "pulse-foam", "set-gel-dig", "dig-block",
		"coloured-rice"} {
		post("/api/recipes/make", `{"room_id":"`+rooms["Pebbles"]+`","recipe_id":"`+id+
			`","by":"children","portion_g":80,"colours":2}`)
	}
	for _, order := range []string{`"by":"cupboard"`,
		`"by":"shapes","shapes":[{"mould":"ball","lengths_mm":[40],"count":30},{"mould":"snake","lengths_mm":[12,300],"count":14}]`,
		`"by":"vessel","vessel_id":"tray","depth_mm":20,"spare_percent":10`,
		`"by":"children","children":14,"pot_ml":3000,"learned":true`} {
		for _, name := range []string{"Puddles", "Lanterns"} {
			post("/api/recipes/make", `{"room_id":"`+rooms[name]+`","recipe_id":"stove-dough",`+order+`}`)
		}
	}
	for _, words := range []string{"dried peas 26 months", "rice 3 years", "cornflour", "marbles", "glow worms",
		"shaving foam", "buoys"} {
		for _, use := range []string{"open", "sealed"} {
			post("/api/check", `{"words":"`+words+`","use":"`+use+`"}`)
		}
	}
}

func at(lines []string, i int) string {
	if i < len(lines) {
		return lines[i]
	}
	return ""
}

var uuids = regexp.MustCompile(`[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}`)

func nameless(text string, rooms map[string]string) string {
	for name, id := range rooms {
		text = strings.ReplaceAll(text, id, name)
	}
	return uuids.ReplaceAllString(text, "#")
}

// unsaid are parts of an answer that say nothing about children, amounts or times.
var unsaid = map[string]bool{"saved_at": true, "version": true, "also": true, "parts": true, "feel": true,
	"extent_mm": true, "side": true, "top": true, "row": true,
	"examples": true, "vessels": true, "csv": true, "numbers": true, "source": true, "standing": true, "baseline": true,
	"group": true, "id": true, "ready": true, "mark": true,
	"in_cupboard": true, "own": true, "detail": true, "movements": true, "can_make": true, "makes_g": true,
	"steps": true, "remedies": true, "drops": true}

// flatten writes one line for each object of an answer: its path and what it says.
func flatten(path string, v any, lines map[string]bool) {
	switch v := v.(type) {
	case map[string]any:
		var said []string
		for _, key := range slices.Sorted(mapKeys(v)) {
			if unsaid[key] && !(key == "id" && !uuids.MatchString(fmt.Sprint(v[key]))) {
				continue
			}
			switch x := v[key].(type) {
			case map[string]any:
				flatten(path+"/"+key, x, lines)
			case []any:
				if len(x) > 0 && !isScalar(x[0]) {
					flatten(path+"/"+key, x, lines)
				} else if len(x) > 0 {
					said = append(said, fmt.Sprintf("%s=%v", key, x))
				}
			case float64:
				said = append(said, fmt.Sprintf("%s=%.6g", key, x))
			case nil:
			default:
				said = append(said, fmt.Sprintf("%s=%v", key, x))
			}
		}
		if len(said) > 0 {
			lines[path+" "+uuids.ReplaceAllString(strings.Join(said, " "), "#")] = true
		}
	case []any:
		for _, x := range v {
			flatten(path, x, lines)
		}
	default:
		lines[fmt.Sprintf("%s %v", path, v)] = true
	}
}

func isScalar(v any) bool {
	switch v.(type) {
	case map[string]any, []any:
		return false
	}
	return true
}
