package typed

import (
	"regexp"
	"strings"

	"emblo/core/recipe"
)

var (
	ingredientsHead = regexp.MustCompile(`(?i)^(?:the\s+)?(?:ingredients?|you(?:'|’)?ll? need|you will need|what you need|shopping list|materials?|supplies)\b[^.]{0,30}$`)
	stepsHead       = regexp.MustCompile(
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

// Pasted parts a recipe that is pasted whole, from a page or a message, into its name, ingredients and steps: by its
// headings where it has some, else by what begins with an amount and what tells somebody to do something. Nothing is
// dropped: a line of neither sort goes to the steps below them, or to the ingredients above. What it makes, and how
// long that takes, is no part of either. ok is false where it holds no ingredient or no step.
func Pasted(text string) (w Written, ok bool) {
	const (
		name = iota
		ingredients
		doing
		notes
	)
	at := name
	headed := false
	var lines, all, rest []string
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = strings.TrimSpace(line)
		bare := strings.TrimRight(strings.Trim(recipe.Unbulleted(line), "#* _"), " :")
		switch {
		case bare == "":
		case ingredientsHead.MatchString(bare):
			at, headed = ingredients, true
		case stepsHead.MatchString(bare) && !steps.MatchString(bare):
			at, headed = doing, true
		case notesHead.MatchString(bare):
			at = notes
		case yieldLine.MatchString(bare) && at != doing:
		case at == name && w.Name == "" && !amounted.MatchString(line):
			w.Name = bare
		case at == notes:
			rest = append(rest, bare)
		case headed && at == ingredients:
			lines = append(lines, bare)
		case headed && at == doing:
			all = append(all, bare)
		case numbered.MatchString(line) && steps.MatchString(bare), steps.MatchString(bare) && len(lines) > 0:
			all, at = append(all, bare), doing
		case at == doing && !amounted.MatchString(line):
			all = append(all, bare)
		case amounted.MatchString(line) || len(all) == 0 && w.Name != "":
			lines, at = append(lines, bare), ingredients
		default:
			all = append(all, bare)
		}
	}
	w.Lines, w.Steps, w.Keeps = strings.Join(lines, "\n"), strings.Join(all, "\n"), keepsIn(rest)
	return w, len(lines) > 0 && len(all) > 0
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
