package recipe

import (
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"emblo/core/material"
	"emblo/core/say"
)

// Words by which a step tells what it is when nobody has said so in brackets. A step with
// heat or a blade in it is an adult's (common practice); waiting takes nobody's hands.
var (
	stepTags = regexp.MustCompile(`\s*\(([^()]*)\)\s*$`)
	stepTime = regexp.MustCompile(
		`(?i)\b(\d+(?:[.,]\d+)?)\s*(?:to\s+\d+\s*|-\s*\d+\s*)?(min|mins|minutes?|h|hrs?|hours?)\b`)
	waiting = regexp.MustCompile(`(?i)^(wait|rest|cool|chill|soak|freeze|dry|leave|stand|let|set|rise)\b`)
	heat    = regexp.MustCompile(
		`(?i)\b(boil|boiling|kettle|stove|hob|cook|simmer|fry|heat|microwave|hot water|pan)\b`)
	poured    = regexp.MustCompile(`(?i)\b(kettle|boiling water|hot water)\b`)
	cooked    = regexp.MustCompile(`(?i)\b(boil|stove|hob|cook|simmer|fry|heat|microwave|pan)\b`)
	microwave = regexp.MustCompile(`(?i)\bmicrowave\b`)
	cooling   = regexp.MustCompile(`(?i)\bcool(s|ed|ing)?\b`)
	oven      = regexp.MustCompile(`(?i)\b(bake|oven)\b`)
	blade     = regexp.MustCompile(`(?i)\b(knife|cut up|chop|slice|saw|drill|glue gun|blender|blend)\b`)
	freezer   = regexp.MustCompile(`(?i)\b(freeze|freezer)\b`)
	fridge    = regexp.MustCompile(`(?i)\b(chill|fridge|refrigerat\w*)\b`)
	probe     = regexp.MustCompile(`(?i)\b(?:probes?|thermometers?)\b`)
	degrees   = regexp.MustCompile(
		`(?i)(\d{1,3}(?:[.,]\d)?)\s*(?:°|º|degrees?|deg\.?)?\s*(C|F|Celsius|centigrade|Fahrenheit)\b(\s+or\s+(?:less|below|under|cooler))?`)
	atMost     = regexp.MustCompile(`(?i)\b(?:below|under|less than|at most|no more than|cooler than|down to)\s+$`)
	withKids   = regexp.MustCompile(`(?i)\bchildren\b`)
	places     = []Place{Stove, Oven, Microwave, Freezer, Fridge, Sink}
	maxMinutes = 3 * 24 * 60.0
)

// ReadSteps reads steps, a line each. Minutes and tags are taken from brackets at the end,
// "(5 min, cool, adult, children, stove)"; without them they are read off the words, and a
// step without a time takes 5 minutes.
func ReadSteps(text string) []Step {
	var steps []Step
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = Unbulleted(line)
		if line == "" {
			continue
		}
		s, ok := tagged(line)
		if !ok {
			s = inferred(line)
		}
		s.ID, s.Probe = s.Tag(), probeIn(s)
		steps = append(steps, s)
	}
	return steps
}

var bullet = regexp.MustCompile(`^\s*([-–]\s|[*•·]|\d+[.)]\s)\s*`)

// Unbulleted returns a line of a list without what stands before it, a dash or a number.
func Unbulleted(line string) string { return strings.TrimSpace(bullet.ReplaceAllString(line, "")) }

// tagged reads a step whose brackets hold nothing but tags.
func tagged(line string) (Step, bool) {
	m := stepTags.FindStringSubmatchIndex(line)
	if m == nil {
		return Step{}, false
	}
	words := inferred(line[:m[0]])
	s := Step{Text: words.Text}
	timed, told := false, false
	for _, tag := range strings.Split(line[m[2]:m[3]], ",") {
		tag = strings.ToLower(strings.TrimSpace(tag))
		minutes, isTime := minutesIn(tag)
		kind, isKind := parseStepKind(tag)
		switch {
		case isTime && stepTime.FindString(tag) == tag:
			s.Minutes, timed = minutes, true
		case isKind && tag == "wait":
			if s.Kind, told = words.Kind, true; !s.Wait() {
				s.Kind = kind
			}
		case isKind:
			s.Kind, told = kind, true
		case tag == "adult":
			s.By = Adult
		case tag == "children":
			s.By = ChildrenHelp
		case slices.Contains(places, Place(tag)):
			s.At = Place(tag)
		default:
			return Step{}, false
		}
	}
	if !timed {
		s.Minutes = words.Minutes
	}
	if !told && !words.Wait() {
		s.Kind = words.Kind
	}
	if s.Kind == Make && s.Cooks() {
		s.Kind = Cook
	}
	if s.By == Anybody && s.Heats() {
		s.By = Adult
	}
	return s, m[0] > 0
}

func inferred(line string) Step {
	s := Step{Text: say.Copied(line), Minutes: 5}
	if minutes, ok := minutesIn(line); ok {
		s.Minutes = minutes
	}
	var hot bool
	s.At, hot = placeIn(line)
	switch {
	case waiting.MatchString(line) && s.At == Freezer:
		s.Kind = Freeze
	case waiting.MatchString(line) && s.At == Fridge:
		s.Kind = Chill
	case waiting.MatchString(line) && !hot && cooling.MatchString(line):
		s.Kind = Cool
	case waiting.MatchString(line):
		s.Kind = Rest
	case hot && poured.MatchString(line) && !cooked.MatchString(line):
		s.Kind = Scald
	case hot:
		s.Kind = Cook
	}
	switch {
	case hot || blade.MatchString(line):
		s.By = Adult
	case withKids.MatchString(line):
		s.By = ChildrenHelp
	}
	return s
}

// placeIn returns where a step is done by its words, and whether that is hot.
func placeIn(line string) (at Place, hot bool) {
	switch {
	case oven.MatchString(line):
		return Oven, true
	case microwave.MatchString(line):
		return Microwave, true
	case heat.MatchString(line):
		return Stove, true
	case freezer.MatchString(line):
		return Freezer, false
	case fridge.MatchString(line):
		return Fridge, false
	}
	return at, false
}

// probeIn returns what a probe has to read by the words of a step: "a probe reads 80 °C", "a probe must
// read 104 °F or less", "cool to 35 °C".
func probeIn(s Step) Probe {
	words := s.Text.String()
	m := degrees.FindStringSubmatchIndex(words)
	if m == nil || s.Kind != Cool && !probe.MatchString(words) {
		return Probe{}
	}
	c, err := strconv.ParseFloat(strings.Replace(words[m[2]:m[3]], ",", ".", 1), 64)
	if err != nil {
		return Probe{}
	}
	if strings.HasPrefix(strings.ToUpper(words[m[4]:m[5]]), "F") {
		c = (c - 32) / 1.8
	}
	return Probe{math.Round(c), s.Kind == Cool || m[6] >= 0 || atMost.MatchString(words[:m[0]])}
}

// DoneBy returns the recipe done in steps: what cooks it and what lets it cool is measured, and each step says
// which ingredients it takes up. cooked is false where no step cooks a mix that is to be heated through.
func (r Recipe) DoneBy(steps []Step) (out Recipe, cooked bool) {
	steps, cooked = probed(steps, r.Heated)
	r.Steps = using(steps, r.Lines)
	return r, cooked
}

// using notes in steps the ingredients that each names.
func using(steps []Step, lines []Line) []Step {
	out := slices.Clone(steps)
	for i := range out {
		out[i].Uses = nil
		said := map[string]bool{}
		for _, w := range material.Words(out[i].Text.String()) {
			said[w] = true
		}
		for _, l := range lines {
			if CallsIt(said, l.Item) {
				out[i].Uses = append(out[i].Uses, l.Item.ID)
			}
		}
	}
	return out
}

// CallsIt reports whether words call an ingredient by one of its names, or by the last word of one: the flour, the
// oil.
func CallsIt(said map[string]bool, it material.Item) bool {
	return slices.ContainsFunc(append([]string{it.Name}, it.Also...), func(name string) bool {
		head, _, _ := strings.Cut(name, ",")
		words := material.Words(head)
		return len(words) > 0 && said[words[len(words)-1]]
	})
}

// minutesIn returns the time that stands in the words, in whole minutes.
func minutesIn(words string) (int, bool) {
	m := stepTime.FindStringSubmatch(words)
	if m == nil {
		return 0, false
	}
	n, err := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64)
	if err != nil {
		return 0, false
	}
	if strings.HasPrefix(strings.ToLower(m[2]), "h") {
		n *= 60
	}
	return int(min(n, maxMinutes) + 0.5), true
}
