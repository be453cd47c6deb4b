package written

import (
	"encoding/json"
	"fmt"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"
	"unicode/utf16"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/strict"
)

func Example() {
	_, err := strict.Read[Allergy]([]byte(`{"to":"milk","By":"touch"}`))
	fmt.Println(err)
	_, err = strict.Read[Allergy]([]byte(`{"to":"milk"}`))
	fmt.Println(err)
	a, err := strict.Read[Allergy]([]byte(`{"to":"milk","by":"touch"}`))
	fmt.Println(a.To, a.By, err)
	// Output:
	// There is no field "By"; did you mean "by"?
	// The field "by" is missing.
	// milk touch <nil>
}

const aRoomText = `{"version":0,"name":"Puddles","adults":2,"measures":"us","drawer":[],"nut_free":true,"illness":false,"pet":false,"children":[
	{"id":"00000000-0000-4000-8000-000000000001","initials":"AB","born":"2024-05","mouths":"yes","developmental_months":null,
	"allergies":[{"to":"milk","by":"eating"}],"needs":{"asthma":false,"eczema":false,"eaten":[],"avoids":[],"seeks":[]}}]}`

// refusal is how a document is refused, with some of the sentence.
type refusal struct {
	code              strict.Code
	pointer, sentence string
}

// Nobody at once is not everybody at once, which is what is said by leaving it out.
func TestNoneIsNotLeftOut(t *testing.T) {
	for text, pointer := range map[string]string{`{"at_once":0}`: "/at_once", `{"children":-0.0}`: "/children",
		`{"adults":0}`: "/adults"} {
		_, err := strict.Read[Play]([]byte(text))
		var fault *strict.Fault
		require.ErrorAs(t, err, &fault, text)
		assert.Equal(t, []string{"bad-value", pointer}, []string{string(fault.Code), fault.Pointer})
	}
	play, err := strict.Read[Play]([]byte(`{"at_once":4}`))
	require.NoError(t, err)
	assert.Equal(t, Play{AtOnce: 4}, play)
}

// What is not exactly the form is refused with a code and the place.
func TestReadIsStrict(t *testing.T) {
	_, err := strict.Read[RoomInput]([]byte(aRoomText))
	require.NoError(t, err)
	change := func(old, new string) string {
		require.Contains(t, aRoomText, old)
		return strings.Replace(aRoomText, old, new, 1)
	}
	for text, want := range map[string]refusal{
		change(`"allergies"`, `"alergies"`): {strict.UnknownField, "/children/0/alergies",
			`did you mean "allergies"`},
		change(`"nut_free":true,`, ``): {strict.MissingField, "/nut_free",
			`"nut_free" is missing`},
		change(`"nut_free"`, `"Nut_Free"`): {strict.UnknownField, "/Nut_Free",
			`did you mean "nut_free"`},
		change(`"by":"eating"`, `"by":"eating","by":"touch"`): {strict.DoubledField,
			"/children/0/allergies/0/by", "stands twice"},
		change(`"by":"eating"`, `"by":"eating","b\u0079":"touch"`): {strict.DoubledField,
			"/children/0/allergies/0/by", "stands twice"},
		change(`"mouths":"yes"`, `"mouths":null`): {strict.WrongType, "/children/0/mouths",
			"may not be empty"},
		change(`"adults":2`, `"adults":"2"`): {strict.WrongType, "/adults",
			"must be a whole number, not text"},
		change(`"adults":2`, `"adults":2.5`):  {strict.WrongType, "/adults", "cannot be 2.5"},
		change(`"adults":2`, `"adults":1e99`): {strict.WrongType, "/adults", "cannot be 1e99"},
		change(`"pet":false`, `"pet":0`): {strict.WrongType, "/pet",
			"must be true or false, not a number"},
		change(`"eaten":[]`, `"eaten":"milk"`): {strict.WrongType, "/children/0/needs/eaten",
			"must be a list, not text"},
		change(`"name":"Puddles"`, `"name":"Pud\u0007dles"`):       {strict.Control, "/name", "control character"},
		change(`"name":"Puddles"`, `"name":"Pud\ndles"`):           {strict.Control, "/name", "control character"},
		change(`"name":"Puddles"`, `"name":"Pud`+"\u0085"+`dles"`): {strict.Control, "/name", "control character"},
		change(`"name":"Puddles"`, `"name":"Pud`+"\u200b"+`dles"`): {strict.Control, "/name", "cannot be seen"},
		change(`"name":"Puddles"`, `"name":"`+"\u202e"+`selddup"`): {strict.Control, "/name", "cannot be seen"},
		change(`"name":"Puddles"`, `"name":"\ufeffPuddles"`):       {strict.Control, "/name", "cannot be seen"},
		change(`"name":"Puddles"`, `"name":"`+strings.Repeat("é", 61)+`"`): {strict.TooLong, "/name",
			"at most 60 letters, not 61"},
		change(`"drawer":[]`, `"drawer":[`+strings.Repeat(`"a",`, 16)+`"a"]`): {strict.TooLong, "/drawer",
			"at most 16 entries"},
		aRoomText + `{}`:                {strict.NotJSON, "", "more after the end"},
		aRoomText[:len(aRoomText)-1]:    {strict.NotJSON, "", "not one whole JSON document"},
		"[" + aRoomText + "]":           {strict.WrongType, "", "must be a set of fields, not a list"},
		"":                              {strict.NotJSON, "", "not one whole"},
		inUTF16(aRoomText):              {strict.NotJSON, "", "not one whole"},
		change(`"Puddles"`, "\"\xff\""): {strict.NotJSON, "", "not one whole"},
		change(`"initials":"AB"`, `"initials":"AB","~/":1`): {strict.UnknownField, "/children/0/~0~1", "There is no field"},
	} {
		_, err := strict.Read[RoomInput]([]byte(text))
		var fault *strict.Fault
		if assert.ErrorAs(t, err, &fault, text) {
			assert.Equal(t, want.code, fault.Code, fault.Sentence)
			assert.Equal(t, want.pointer, fault.Pointer, fault.Sentence)
			assert.Contains(t, fault.Sentence, want.sentence)
		}
	}
	ok, err := strict.Read[RoomInput]([]byte(change(`"name":"Puddles"`, `"name":"`+strings.Repeat("é", 60)+`"`)))
	require.NoError(t, err, "letters are counted, not bytes")
	assert.Len(t, []rune(ok.Name), 60)
	_, err = strict.Read[Recipe](
		[]byte(`{"name":"x","kind":"dough","measures":"us","lines":"a\nb","steps":"a\r\n\tb","keeps":"","heated":false,"hot":false,"loss_percent":0}`))
	require.NoError(t, err, "what is typed in lines has lines")
}

// A measure of a room's own that nobody can measure with is refused by its name.
func TestOwnMeasuresThatAreNone(t *testing.T) {
	for _, row := range []struct {
		own      []OwnMeasure
		at, says string
	}{
		{[]OwnMeasure{{Name: "glass", With: "water"}}, "/own_measures/0/grams", "weighs nothing"},
		{[]OwnMeasure{{Name: "glass", With: "water", Grams: -200}}, "/own_measures/0/grams", "weighs nothing"},
		{[]OwnMeasure{{Name: "glass", With: "wooden-blox", Grams: 200}}, "/own_measures/0/with", "Choose what"},
		{[]OwnMeasure{{Name: "glass", With: "pine-cones", Grams: 200}}, "/own_measures/0/grams", "fill it with water"},
		{[]OwnMeasure{{Name: "cup", With: "water", Grams: 200}}, "/own_measures/0/grams", "is a measure already"},
		{[]OwnMeasure{{Name: "стакан 2", With: "water", Grams: 200}}, "/own_measures/0/grams",
			"a word or two of letters"},
		{[]OwnMeasure{{Name: "glass", With: "water", Grams: 200}, {Name: " Glass", With: "water", Grams: 210}},
			"/own_measures/1/name", "Two measures"},
	} {
		in, err := strict.Read[RoomInput]([]byte(aRoomText))
		require.NoError(t, err)
		in.OwnMeasures = row.own
		_, fault := in.Roster()
		require.NotNil(t, fault, "%+v", row.own)
		assert.Equal(t, row.at, fault.Pointer, fault.Sentence)
		assert.Contains(t, fault.Sentence, row.says)
	}
}

// A vessel that cannot be is refused by its name and place.
func TestOwnVesselsThatCannotBe(t *testing.T) {
	const id = "00000000-0000-4000-8000-000000000021"
	for _, row := range []struct {
		own      []OwnVessel
		at, says string
	}{
		{[]OwnVessel{{ID: id, Name: "Pool", Shape: "round", TopLengthMM: 4000, BottomLengthMM: 4000, HeightMM: 300}},
			"/vessels/0", "at most 2000 mm, not 4000"},
		{[]OwnVessel{{ID: id, Name: "Tub", Shape: "tub", TopLengthMM: 400, TopWidthMM: 300, BottomLengthMM: 400,
			BottomWidthMM: 300, HeightMM: -150}}, "/vessels/0", "above 0"},
		{[]OwnVessel{{ID: id, Name: "Tub", Shape: "tub", TopLengthMM: 400}}, "/vessels/0", "above 0"},
		{[]OwnVessel{{ID: id, Name: "Bowl", Shape: "bowl", TopLengthMM: 400, TopWidthMM: 300, HeightMM: 100}},
			"/vessels/0", "fewer measures"},
		{[]OwnVessel{{ID: id, Name: "Jug", Shape: "jug", TopLengthMM: 100}}, "/vessels/0", "not a shape"},
		{[]OwnVessel{{ID: id, Name: " ", Shape: "bag", TopLengthMM: 100, TopWidthMM: 100}}, "/vessels/0/name",
			"Say what"},
		{[]OwnVessel{{ID: "b", Name: "Bag", Shape: "bag", TopLengthMM: 100, TopWidthMM: 100}}, "/vessels/0/id",
			"id of its own"},
		{[]OwnVessel{{ID: id, Name: "Bag", Shape: "bag", TopLengthMM: 100, TopWidthMM: 100},
			{ID: strings.Replace(id, "21", "22", 1), Name: "bag", Shape: "bag", TopLengthMM: 100, TopWidthMM: 100}},
			"/vessels/1/name", "Two containers"},
	} {
		_, fault := Centre{Name: "Ours", Currency: "USD", RatioTable: "cfoc", Vessels: row.own}.Settings()
		require.NotNil(t, fault, "%+v", row.own)
		assert.Equal(t, row.at, fault.Pointer, fault.Sentence)
		assert.Contains(t, fault.Sentence, row.says)
	}
}

var today, _ = age.ParseDate("2026-11-24")

// Files of each version are read for ever.
func TestRoomFilesOfEveryVersion(t *testing.T) {
	for _, name := range []string{"room-1.json", "room-2.json"} {
		data, err := os.ReadFile("testdata/" + name)
		require.NoError(t, err)
		s, err := ReadRoomFile(append([]byte("\ufeff"), data...), today)
		require.NoError(t, err, name)
		r := s.Group.Room()
		require.Len(t, r.Children, 3, name)
		assert.Equal(t, 30, r.Children[0].Months, name)
		assert.True(t, r.Children[0].Mouthing(false), name)
		assert.True(t, r.Children[1].MouthingMissing(), name)
		assert.Equal(t, "wheat", s.Group.Declared().String(), name)
		assert.Equal(t, 1, s.Group.AdultsNeeded(), "one for four at two years (CFOC 1.1.1.2, quoted from memory): %s",
			name)
		it, ok := s.Shelf.Named("our buoys")
		assert.True(t, ok && it.Own, name)
		assert.True(t, s.Cupboard["white-rice"], name)
	}
}

var keys = regexp.MustCompile(`"(\w+)":`)

// A letter left out of any key of a room file, of either version, refuses the file.
func TestASlipInAnyKeyOfARoomFileIsRefused(t *testing.T) {
	for _, name := range []string{"room-1.json", "room-2.json"} {
		data, err := os.ReadFile("testdata/" + name)
		require.NoError(t, err)
		found := keys.FindAllSubmatchIndex(data, -1)
		require.Greater(t, len(found), 20)
		for _, at := range found {
			for i := at[2]; i < at[3]; i++ {
				_, err := ReadRoomFile(slices.Concat(data[:i], data[i+1:]), today)
				var fault *strict.Fault
				require.ErrorAs(t, err, &fault, "%s: %s without its letter %d", name, data[at[2]:at[3]], i-at[2])
			}
		}
	}
}

func TestRoomFilesNameTheFieldAtFault(t *testing.T) {
	child := `{"born":"2024-05","mouths":true,"developmental_months":null,"allergies":[]}`
	for text, want := range map[string]string{
		`{"adults":2,"children":[{"born":"2024-05","mouths":null,"alergies":[]}]}`: `/children/0/alergies: There is no field "alergies"; did you mean "allergies"?`,
		`{"adults":2,"children":[{"born":"2024-05","mouths":null}]}`:               `/children/0/allergies: The field "allergies" is missing`,
		`{"children":[` + child +
			`]}`: `/adults: The field "adults" is missing`,
		`{"adults":"two","children":[]}`:                                                                      `/adults: Adults must be a whole number`,
		`{"adults":2,"children":[]}`:                                                                          `: The room cannot be planned for: add at least one child`,
		`{"adults":2,"children":[{"mouths":true,"allergies":[]}]}`:                                            `/children/0/born: The field "born" is missing`,
		`{"adults":2,"children":[{"born":"2031-05","mouths":true,"allergies":[]}]}`:                           `/children/0/born: The birth month 2031-05 is after the day of use`,
		`{"adults":2,"children":[{"born":"2024-05","mouths":true,"allergies":[],"developmental_months":-1}]}`: `/children/0/developmental_months: `,
		`{"adults":2,"children":[{"born":"2024-05","mouths":true,"allergies":[{"to":"milk","by":"sight"}]}]}`: `/children/0/allergies/0/by: `,
		`{"adults":2,"children":[{"born":"2024-05","mouths":true,"allergies":[{"to":" "}]}]}`:                 `/children/0/allergies/0/to: Say what`,
		`{"adults":2,"children":[{"born":"2024-05","mouths":true,"allergies":[],"eaten":["stones"]}]}`:        `/children/0/eaten/0: `,
		`{"adults":2,"staffing":"relaxed","children":[` + child +
			`]}`: `/staffing: `,
		`{"adults":2,"children_per_adult":[3],"children":[` + child +
			`]}`: `/children_per_adult: The staffing table: give 5 numbers`,
		`{"adults":2,"children_per_adult":[3,5,4,8,8],"children":[` + child +
			`]}`: `/children_per_adult: The staffing table: older children`,
		`{"on":"soon","adults":2,"children":[` + child + `]}`: `/on: `,
		`{"adults":2,"children":[` + child +
			`]} {}`: `: There is more after the end`,
		`{"adults":2,`: `: This is not one whole`,
		`{"adults":2,"children":[` + child +
			`],"things":[{"id":"x","name":"B","parts":"find","solid":"sphere","size_mm":"6cm"}]}`: `/things/0/size_mm: Size: sizes are numbers in mm`,
		`{"adults":2,"children":[` + child +
			`],"policy":{"minimum_months":{"eye":40}}}`: `/policy: The settings: "eye" is not a rule`,
		`{"adults":2,"children":[` + child +
			`],"policy":{"taste_safe_months":24}}`: `/policy/taste_safe_months: `,
		`{"version":9}`:           `/version: The file is written in form 9`,
		`{"version":2,"room":{}}`: `/room/name: `,
	} {
		_, err := ReadRoomFile([]byte(text), today)
		var fault *strict.Fault
		if assert.ErrorAs(t, err, &fault, text) {
			assert.True(t, strings.HasPrefix(fault.Pointer+": "+fault.Sentence, want), "%s\nwant %s\ngot  %s: %s", text,
				want, fault.Pointer, fault.Sentence)
		}
	}
	_, err := ReadRoomFile(make([]byte, MaxRoomFile+1), today)
	assert.ErrorContains(t, err, "larger than")
}

// Whatever the bytes, reading never panics, and what reads is written back as the same.
func FuzzRead(f *testing.F) {
	f.Add([]byte(aRoomText))
	f.Add([]byte(`{"name":"\ud800"}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		in, err := strict.Read[RoomInput](data)
		if err != nil {
			var fault *strict.Fault
			require.ErrorAs(t, err, &fault)
			return
		}
		again, err := strict.Read[RoomInput](strict.Write(in))
		require.NoError(t, err)
		require.Equal(t, strict.Write(in), strict.Write(again))
	})
}

// A document that a slip has been made in, anywhere, never reads as anything.
func TestASlipAnywhereIsRefused(t *testing.T) {
	var whole map[string]any
	require.NoError(t, json.Unmarshal([]byte(aRoomText), &whole))
	rapid.Check(t, func(t *rapid.T) {
		text := aRoomText
		names := []string{"version", "name", "adults", "measures", "drawer", "nut_free", "illness", "pet", "children",
			"id", "initials", "born", "mouths",
			"developmental_months", "allergies", "to", "by", "needs", "asthma", "eczema", "eaten", "avoids", "seeks"}
		name := rapid.SampledFrom(names).Draw(t, "field")
		at := rapid.IntRange(0, len(name)-1).Draw(t, "letter")
		slip := rapid.SampledFrom([]string{name[:at] + name[at+1:], name[:at] + "x" + name[at:], name[:at] + "q" +
			name[at+1:], strings.ToUpper(name[:at+1]) + name[at+1:]}).Draw(t, "slip")
		_, err := strict.Read[RoomInput]([]byte(strings.Replace(text, `"`+name+`":`, `"`+slip+`":`, 1)))
		var fault *strict.Fault
		require.ErrorAs(t, err, &fault, "%s for %s", slip, name)
		require.Contains(t, []strict.Code{strict.UnknownField, strict.DoubledField}, fault.Code)
	})
}

// inUTF16 writes a document with its first byte last, as some programs send it.
func inUTF16(text string) string {
	var b strings.Builder
	b.WriteString("\xff\xfe")
	for _, c := range utf16.Encode([]rune(text)) {
		b.WriteByte(byte(c))
		b.WriteByte(byte(c >> 8))
	}
	return b.String()
}
