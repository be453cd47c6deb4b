// Package changes is the one table of what a change makes old.
package changes

// Change is a sort of change to what a centre keeps: the rows of the database that tell open pages of it, and what
// pages asked for that it makes old, by the first word of their query's key. The pages' table is generated from this
// one, and a test holds the triggers of the database to it.
type Change struct {
	Sort     string
	Rows     []Rows
	Outdates []string
}

// Rows are those of a table whose change is of a sort. Revision is the part of a desk that it makes old, empty for
// none.
type Rows struct {
	Table    string
	On       []string // insert, update, delete; all of them where nothing is said
	Revision string
}

// judged is what is judged or reckoned for a room.
var judged = []string{"answer", "swaps", "compare", "check", "aid", "board", "item", "recipes", "making", "draft", "setups",
	"starts", "makes", "mends", "today", "cupboard", "shopping", "prep", "batches", "batch"}

func alsoJudged(keys ...string) []string { return append(keys, judged...) }

// All are the sorts of change.
var All = []Change{
	{"room", []Rows{{"rooms", nil, "people"}}, alsoJudged("rooms")},
	{"setup", []Rows{{"setups", nil, ""}, {"seen", []string{"update"}, ""}},
		[]string{"setups", "today", "cupboard", "shopping", "prep", "mends", "batches"}},
	{"thing", []Rows{{"items", nil, "shelf"}}, alsoJudged("shelf", "book", "words")},
	{"recipe", []Rows{{"recipes", nil, "shelf"}}, alsoJudged("recipe", "book", "shelf", "words")},
	{"cupboard", []Rows{{"jars", nil, "stock"}, {"moves", nil, "stock"}},
		[]string{"making", "recipes", "board", "item", "answer", "swaps", "compare", "starts", "mends", "cupboard", "shopping", "makes",
			"moves", "today", "prep", "setups", "words"}},
	{"batch", []Rows{{"batches", nil, "stock"}, {"batch_events", nil, "stock"}},
		[]string{"batches", "batch", "cupboard", "today", "answer", "setups", "prep", "shopping"}},
	{"log", []Rows{{"logs", nil, ""}, {"lessons", nil, ""}, {"records", []string{"insert"}, ""}},
		[]string{"log", "lessons", "records", "setup", "setups", "today", "prep", "cupboard", "shopping", "batches",
			"batch"}},
	{"tick", []Rows{{"ticks", nil, ""}}, []string{"shopping"}},
	{"seen", nil, []string{"today"}},
	{"prep", []Rows{{"prep_ticks", nil, ""}}, []string{"prep"}},
	{"day", []Rows{{"days", nil, "people"}}, alsoJudged("rooms")},
	{"feel", []Rows{{"additions", nil, "stock"}}, []string{"making"}},
	{"centre", []Rows{{"centres", []string{"update"}, "people"}}, alsoJudged("centre", "session", "rooms", "setup",
		"book",
		"rules", "routine", "shelf", "recipe", "sum", "words")},
}
