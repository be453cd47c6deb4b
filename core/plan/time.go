package plan

import (
	"cmp"
	"slices"

	"emblo/core/recipe"
	"emblo/core/say"
)

// layOut comes between what is made and what is poured where it stands; ten minutes are common
// practice.
var layOut = recipe.Step{ID: "lay-out", Text: "Cover the floor, set out, count out the hidden items", Minutes: 10}

// laidBeside is the same where another set-up is laid out in the room within the hour: the floor is covered once.
var laidBeside = recipe.Step{ID: "lay-out", Text: "Set out beside the other, count out the hidden items", Minutes: 5}

// inTime puts what several places are made by into one line of work for one pair of hands: while
// one of them waits long enough, the others are made.
func inTime(made [][]recipe.Step) []recipe.Step {
	made = slices.DeleteFunc(made, func(steps []recipe.Step) bool { return len(steps) == 0 })
	slices.SortStableFunc(made, func(a, b []recipe.Step) int {
		return cmp.Compare(waited(b[longest(b)]), waited(a[longest(a)]))
	})
	var done []recipe.Step
	for _, steps := range slices.Backward(made) {
		done = during(steps, done)
	}
	return done
}

// during returns the steps with others done while the longest of them waits; where that is too
// short, they are done afterwards.
func during(steps, others []recipe.Step) []recipe.Step {
	if len(others) == 0 {
		return steps
	}
	at := longest(steps)
	hands, waiting := recipe.Minutes(others)
	if left := waited(steps[at]) - hands - waiting; left > 0 {
		wait := steps[at]
		wait.Text, wait.Minutes = say.F("{step}; meanwhile, do the next step", say.Text(wait.Text)), left
		return slices.Concat(steps[:at], []recipe.Step{wait}, others, steps[at+1:])
	}
	return slices.Concat(steps, others)
}

// longest returns the place of the step that waits longest, the first of several.
func longest(steps []recipe.Step) int {
	at := 0
	for i, s := range steps {
		if waited(s) > waited(steps[at]) {
			at = i
		}
	}
	return at
}

func waited(s recipe.Step) int {
	if s.Wait() {
		return s.Minutes
	}
	return 0
}
