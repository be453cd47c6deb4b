// Package noted brings over what was noted of set-ups while it was worded: judgements that told what an adult does by
// its sentence and a line by its name, and the tokens of such. It is asked only for what is stored in that form, and
// alone knows the sentences of then.
package noted

import (
	_ "embed"
	"encoding/csv"
	"fmt"
	"hash/fnv"
	"regexp"
	"slices"
	"strings"
	"sync"

	"emblo/core/allergen"
	"emblo/core/desk/bench"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/written"
)

// judgement and line are a judgement in words.
type judgement struct {
	Verdict string `json:"verdict,omitzero"`
	Mark    string `json:"mark,omitzero"`
	Lines   []line `json:"lines"`
	Reason  string `json:"reason,omitzero" max:"2000"`
}

type line struct {
	Name    string   `json:"name" max:"200"`
	Verdict string   `json:"verdict"`
	Rules   []string `json:"rules"` // rule, verdict and what is done, with "; " between
}

// Worded reports whether a token is one of a judgement in words.
func Worded(token string) bool { return len(token) == 16 }

// Token is the token that a judgement of now had in words.
func Token(now bench.Judged) string { return tokenOf(worded(now)) }

func tokenOf(j judgement) string {
	h := fnv.New64a()
	_, _ = h.Write(strict.Write(j)) // it never fails
	return fmt.Sprintf("%016x", h.Sum64())
}

// Read reads a stored judgement in words, as one of now: where it is what would be said of the set-up now, that; else
// each line with the key that its name has now, and every sentence by its id. An error is a *written.Fault.
func Read(stored []byte, now bench.Judged) (written.Judgement, error) {
	was, err := strict.Read[judgement](stored)
	if err != nil {
		return written.Judgement{}, err
	}
	if tokenOf(was) == Token(now) {
		return now.Judgement, nil
	}
	out := written.Judgement{Verdict: was.Verdict, Mark: was.Mark, Lines: []written.JudgedLine{}}
	if was.Reason != "" {
		out.Fault = "/"
	}
	keys := map[string][]string{}
	for _, l := range now.Lines {
		keys[l.Say().String()] = append(keys[l.Say().String()], l.Key)
	}
	for _, l := range was.Lines {
		w := written.JudgedLine{Verdict: l.Verdict, Objections: make([]written.Objection, len(l.Rules))}
		for i, said := range l.Rules {
			w.Objections[i] = objection(said)
		}
		if named := keys[l.Name]; len(named) > 0 {
			w.Key, keys[l.Name] = named[0], named[1:]
		}
		out.Lines = append(out.Lines, w)
	}
	return out, nil
}

// worded writes a judgement of now in words.
func worded(now bench.Judged) judgement {
	j := judgement{Verdict: now.Judgement.Verdict, Mark: now.Judgement.Mark, Lines: []line{}}
	if now.Judgement.Fault != "" {
		j.Reason = now.Digest.Reason.String()
	}
	for _, l := range now.Lines {
		w := line{Name: l.Say().String(), Verdict: l.Assessment.Verdict.String(), Rules: []string{}}
		for _, f := range l.Assessment.Findings() {
			if f.Verdict != safety.GoesIn {
				said := []string{f.Rule, f.Verdict.String()}
				for _, do := range f.Do {
					said = append(said, sentence(f.Rule, do))
				}
				w.Rules = append(w.Rules, strings.Join(said, "; "))
			}
		}
		j.Lines = append(j.Lines, w)
	}
	return j
}

//go:embed sentences.csv
var table string

// row is a sentence of then: of one rule alone where that is named.
type row struct {
	precaution, rule, sentence string
	as                         *regexp.Regexp // the sentence at the start of others, with what stands in it
}

var rows = sync.OnceValue(func() (all []row) {
	lines, err := csv.NewReader(strings.NewReader(table)).ReadAll()
	if err != nil {
		panic("sentences.csv: " + err.Error()) // it ships with the program
	}
	for _, l := range lines[1:] {
		pattern := part.ReplaceAllString(regexp.QuoteMeta(l[2]), "(.+?)")
		all = append(all, row{l[0], l[1], l[2], regexp.MustCompile("^" + pattern + "(?:; |$)")})
	}
	slices.SortStableFunc(all, func(a, b row) int { return len(b.sentence) - len(a.sentence) }) // the longest that fits
	return all
})

var part = regexp.MustCompile(`\\?\{\w+\\?\}`)

// sentence tells a precaution as it was told then; one that has come since by its id, which no sentence was.
func sentence(rule string, do safety.Precaution) string {
	said := do.Key()
	for _, r := range rows() {
		if r.precaution == do.ID && (r.rule == rule || r.rule == "" && said == do.Key()) {
			said = part.ReplaceAllLiteralString(r.sentence, inWords(do))
		}
	}
	return said
}

// inWords writes the figure of a precaution as it stood in its sentence.
func inWords(do safety.Precaution) string {
	switch {
	case do.ID == adults && do.Figure == "1":
		return "1 more adult"
	case do.ID == adults:
		return do.Figure + " more adults"
	}
	return strings.ReplaceAll(do.Figure, ",", ", ")
}

// adults is the precaution whose figure is how many are to be found.
const adults = "adults-found"

// objection reads what was said of one rule. A sentence that nobody knows any more is kept as it was, so that it
// equals nothing.
func objection(said string) (o written.Objection) {
	o.Asks = []string{}
	fields := strings.SplitN(said, "; ", 3)
	o.Rule = fields[0]
	if len(fields) > 1 {
		o.Verdict = fields[1]
	}
	for rest := strings.Join(fields[min(2, len(fields)):], ""); rest != ""; {
		at := slices.IndexFunc(rows(), func(r row) bool {
			return (r.rule == "" || r.rule == o.Rule) && r.as.MatchString(rest)
		})
		if at < 0 {
			o.Asks = append(o.Asks, rest)
			break
		}
		r := rows()[at]
		m := r.as.FindStringSubmatch(rest)
		do := r.precaution
		switch figure := ""; {
		case len(m) > 1 && do == adults:
			figure, _, _ = strings.Cut(m[1], " ")
			do += ":" + figure
		case len(m) > 1:
			do += ":" + strings.ReplaceAll(m[1], ", ", ",")
		case do == "packet-free":
			do += ":" + allergen.SetOf(allergen.TreeNuts, allergen.Peanuts).IDs()
		}
		o.Asks, rest = append(o.Asks, do), rest[len(m[0]):]
	}
	return o
}
