package written

import (
	"errors"
	"fmt"
	"reflect"

	"emblo/core/asking"
	"emblo/core/strict"
)

// Asking is what has been answered of a thing that nobody knows, and what to ask next.
type Asking struct {
	Told []Answered `json:"told"`
	Next *NextAsk   `json:"next,omitzero"` // nothing when nothing is left to ask
}

// Answered is one answer as it counts.
type Answered struct {
	Question string `json:"question"`
	Says     string `json:"says"`
	Of       string `json:"of,omitzero"` // what was offered, where that varies
	Falls    []int  `json:"falls"`       // the answers that are taken back with it, itself among them
}

// NextAsk is the question to ask next.
type NextAsk struct {
	ID      string      `json:"id"`
	Text    string      `json:"text"`
	Kind    string      `json:"kind"`          // one, several, size or figure
	Unit    string      `json:"unit,omitzero"` // of a figure
	Options []AskOption `json:"options"`       // what can be picked
	Decides bool        `json:"decides"`       // the answer can change a verdict
	Further bool        `json:"further"`       // it need not be answered: it only shortens the conditions
}

// AskOption is one thing to pick.
type AskOption struct {
	ID     string `json:"id"`
	Words  string `json:"words"`
	Detail string `json:"detail,omitzero"`
}

// Columns reports whether something is filled in that is no answer.
func (d Described) Columns() bool {
	return !reflect.DeepEqual(d, Described{Name: d.Name, Told: d.Told})
}

// Dialogue reads the answers.
func (d Described) Dialogue() (asking.Dialogue, *strict.Fault) {
	if len(d.Told) > 0 && d.Columns() {
		return asking.Dialogue{}, strict.Bad("/told", "Answer what is asked, or fill in what is known: not both.")
	}
	told := make([]asking.Told, len(d.Told))
	for i, t := range d.Told {
		told[i] = asking.Told{Question: t.Question, Unknown: t.Unknown, Picks: t.Picks, Of: t.Of, Unsure: t.Unsure,
			Solid: t.Solid, Sizes: t.SizesMM, Figure: t.Figure}
	}
	out, at, err := asking.Read(told)
	var w *asking.Wrong
	if errors.As(err, &w) {
		return out, strict.Bad(fmt.Sprintf("/told/%d/%s", at, w.Field), "Look again at this answer: %s.", w.Reason)
	}
	return out, nil
}
