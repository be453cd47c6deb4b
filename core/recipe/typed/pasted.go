package typed

import (
	"regexp"
	"strings"

	"emblo/core/recipe"
)

var (
	ingredientsHead = regexp.MustCompile(`(?i)^(?:the\s+)?(?:ingredients?|you(?:'|’)?ll? need|you will need|` +
		`what you need|shopping list|materials?|supplies)\b[^.]{0,30}$`)
	stepsHead = regexp.MustCompile(
		`(?i)^(?:the\s+)?(?:method|directions?|instructions?|steps?|how to(?: make(?: it)?)?|what to do|to make|preparation)\b[^.]{0,30}$`)
	notesHead = regexp.MustCompile(`(?i)^(?:notes?|tips?|storage|variations?|comments?|nutrition|related|share this)\b[^.]{0,30}$`)
	yieldLine = regexp.MustCompile(
		`(?i)^(?:makes|serves|yields?|servings?|prep(?:aration)?(?: time)?|cook(?:ing)?(?: time)?|total(?: time)?|difficulty|author|by)\b\s*[:\d]?.*$`)
	numbered = regexp.MustCompile(`^\s*(?:step\s*)?\d+\s*[.):]\s+\S`)
	amounted = regexp.MustCompile(`(?i)^\s*(?:[-–•*·☐□▢]\s*)?(?:[\d½⅓⅔¼¾⅛⅜⅝⅞⅙⅚]|an?\s+(?:cup|pinch|handful|few|little|tsp|tbsp|teaspoon|tablespoon|drop|splash|squeeze|packet|bag|tin|box)|half\s+an?\s|` +
		anyNumber + `\s|some\s)`)
	steps = regexp.MustCompile(
		`(?i)^(?:then\s+|next,?\s+|now\s+|first,?\s+|finally,?\s+|slowly\s+|gently\s+)?(?:add|mix|stir|pour|knead|heat|cook|boil|bake|whisk|combine|place|put|let|leave|allow|store|keep|remove|turn|roll|blend|beat|measure|microwave|sprinkle|divide|once|when|in a|using|work|cool|chill|freeze|shape|press|fold|warm|melt|bring|set|take|continue|repeat|serve|play|enjoy)\b`)
)

// part is a part of a pasted recipe.
type part uint8

const (
	atName part = iota
	atIngredients
	atSteps
	atNotes
)

// parting is a recipe while it is parted: where it stands, whether a heading said so, and what was found.
type parting struct {
	at                  part
	headed              bool
	name                string
	lines, steps, notes []string
}

// Pasted parts a recipe that is pasted whole, from a page or a message, into its name, ingredients and steps: by its
// headings where it has some, else by what begins with an amount and what tells somebody to do something. Nothing is
// dropped: a line of neither sort goes to the steps below them, or to the ingredients above. What it makes, and how
// long that takes, is no part of either. ok is false where it holds no ingredient or no step.
func Pasted(text string) (w Written, ok bool) {
	var p parting
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = strings.TrimSpace(line)
		bare := strings.TrimRight(strings.Trim(recipe.Unbulleted(line), "#* _"), " :")
		if bare == "" || p.heading(bare) || yieldLine.MatchString(bare) && p.at != atSteps {
			continue
		}
		p.take(line, bare)
	}
	w = Written{Name: p.name, Lines: strings.Join(p.lines, "\n"), Steps: strings.Join(p.steps, "\n"),
		Keeps: keepsIn(p.notes)}
	return w, len(p.lines) > 0 && len(p.steps) > 0
}

// heading reports whether a line heads a part, and goes there.
func (p *parting) heading(bare string) bool {
	switch {
	case ingredientsHead.MatchString(bare):
		p.at, p.headed = atIngredients, true
	case stepsHead.MatchString(bare) && !steps.MatchString(bare):
		p.at, p.headed = atSteps, true
	case notesHead.MatchString(bare):
		p.at = atNotes
	default:
		return false
	}
	return true
}

// take puts a line where it belongs.
func (p *parting) take(line, bare string) {
	switch {
	case p.at == atName && p.name == "" && !amounted.MatchString(line):
		p.name = bare
	case p.at == atNotes:
		p.notes = append(p.notes, bare)
	case p.isStep(line, bare):
		p.steps = append(p.steps, bare)
		if !p.headed {
			p.at = atSteps
		}
	default:
		p.lines = append(p.lines, bare)
		if !p.headed {
			p.at = atIngredients
		}
	}
}

// isStep reports whether a line tells what to do: below a heading all do, else what begins with such a word, and what
// follows it without an amount.
func (p *parting) isStep(line, bare string) bool {
	if p.headed {
		return p.at == atSteps
	}
	if steps.MatchString(bare) {
		return numbered.MatchString(line) || len(p.lines) > 0 || p.at == atSteps
	}
	return !amounted.MatchString(line) && (p.at == atSteps || len(p.steps) > 0)
}

var keeps = regexp.MustCompile(`(?i)\b(?:keeps?|lasts?|stored?|good)\b.*\b(?:days?|weeks?|months?)\b`)

// keepsIn returns the note that says how long it keeps; "" where none does.
func keepsIn(notes []string) string {
	for _, n := range notes {
		if keeps.MatchString(n) {
			return n
		}
	}
	return ""
}
