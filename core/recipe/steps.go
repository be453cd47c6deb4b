package recipe

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"emblo/core/say"
)

// Words by which a step tells what it is when nobody has said so in brackets. A step with
// heat or a blade in it is an adult's (common practice); waiting takes nobody's hands.
var (
	stepTags   = regexp.MustCompile(`\s*\(([^()]*)\)\s*$`)
	stepTime   = regexp.MustCompile(`(?i)\b(\d+(?:[.,]\d+)?)\s*(?:to\s+\d+\s*|-\s*\d+\s*)?(min|mins|minutes?|h|hrs?|hours?)\b`)
	waiting    = regexp.MustCompile(`(?i)^(wait|rest|cool|chill|soak|freeze|dry|leave|stand|let|set|rise)\b`)
	heat       = regexp.MustCompile(`(?i)\b(boil|boiling|kettle|stove|hob|cook|simmer|fry|heat|microwave|hot water|pan)\b`)
	oven       = regexp.MustCompile(`(?i)\b(bake|oven)\b`)
	blade      = regexp.MustCompile(`(?i)\b(knife|cut up|chop|slice|saw|drill|glue gun|blender|blend)\b`)
	freezer    = regexp.MustCompile(`(?i)\b(freeze|freezer)\b`)
	fridge     = regexp.MustCompile(`(?i)\b(chill|fridge|refrigerat\w*)\b`)
	probe      = regexp.MustCompile(`(?i)\b(?:probe|thermometer)\b`)
	degrees    = regexp.MustCompile(`(?i)(\d{1,3})\s*°\s*C(\s+or\s+(?:less|below|under|cooler))?`)
	withKids   = regexp.MustCompile(`(?i)\bchildren\b`)
	resources  = []string{"stove", "oven", "freezer", "fridge", "sink", "microwave"}
	maxMinutes = 3 * 24 * 60.0
)

// String writes the step with what it is in brackets: "Stir (5 min, children)". ReadSteps
// reads it back.
func (s Step) String() string {
	tags := []string{fmt.Sprintf("%d min", s.Minutes)}
	if s.Wait {
		tags = append(tags, "wait")
	}
	if s.AdultOnly {
		tags = append(tags, "adult")
	}
	if s.ChildrenHelp {
		tags = append(tags, "children")
	}
	if s.Resource != "" {
		tags = append(tags, s.Resource)
	}
	return s.Text.String() + " (" + strings.Join(tags, ", ") + ")"
}

// ReadSteps reads steps, a line each. Minutes and tags are taken from brackets at the end,
// "(5 min, wait, adult, children, stove)"; without them they are read off the words, and a
// step without a time takes 5 minutes.
func ReadSteps(text string) []Step {
	var steps []Step
	for _, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = strings.TrimSpace(bullet.ReplaceAllString(line, ""))
		if line == "" {
			continue
		}
		if s, ok := tagged(line); ok {
			steps = append(steps, s)
			continue
		}
		steps = append(steps, inferred(line))
	}
	return steps
}

// tagged reads a step whose brackets hold nothing but tags.
func tagged(line string) (Step, bool) {
	m := stepTags.FindStringSubmatchIndex(line)
	if m == nil {
		return Step{}, false
	}
	s := Step{Text: say.Copied(line[:m[0]]), Probe: probeIn(line[:m[0]])}
	timed := false
	for _, tag := range strings.Split(line[m[2]:m[3]], ",") {
		tag = strings.ToLower(strings.TrimSpace(tag))
		minutes, isTime := minutesIn(tag)
		switch {
		case isTime && stepTime.FindString(tag) == tag:
			s.Minutes, timed = minutes, true
		case tag == "wait":
			s.Wait = true
		case tag == "adult":
			s.AdultOnly = true
		case tag == "children":
			s.ChildrenHelp = true
		case contains(resources, tag):
			s.Resource = tag
		default:
			return Step{}, false
		}
	}
	if !timed {
		s.Minutes = inferred(line[:m[0]]).Minutes
	}
	return s, m[0] > 0
}

func inferred(line string) Step {
	s := Step{Text: say.Copied(line), Minutes: 5, Wait: waiting.MatchString(line), Probe: probeIn(line)}
	if minutes, ok := minutesIn(line); ok {
		s.Minutes = minutes
	}
	switch {
	case oven.MatchString(line):
		s.Resource, s.AdultOnly = "oven", true
	case heat.MatchString(line):
		s.Resource, s.AdultOnly = "stove", true
	case freezer.MatchString(line):
		s.Resource = "freezer"
	case fridge.MatchString(line):
		s.Resource = "fridge"
	}
	s.AdultOnly = s.AdultOnly || blade.MatchString(line)
	s.ChildrenHelp = !s.AdultOnly && withKids.MatchString(line)
	return s
}

// probeIn returns what a probe has to read by the words of a step: "a probe reads 80 °C", "a probe must
// read 40 °C or less".
func probeIn(words string) Probe {
	m := degrees.FindStringSubmatch(words)
	if m == nil || !probe.MatchString(words) {
		return Probe{}
	}
	c, err := strconv.ParseFloat(m[1], 64)
	if err != nil {
		return Probe{}
	}
	return Probe{c, m[2] != ""}
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

func contains(words []string, w string) bool {
	for _, x := range words {
		if x == w {
			return true
		}
	}
	return false
}
