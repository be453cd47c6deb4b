package plan

import "emblo/core/recipe"

// Jobs are the steps of a set-up as they can be done apart.
type Jobs struct {
	// Made is what each place is made by, in order, and Things what is done to what lies in them; LaidOut
	// comes when all of it is done, and Poured is done where each place stands after that.
	Made    [][]recipe.Step
	Things  []recipe.Step
	LaidOut recipe.Step
	Poured  [][]recipe.Step
}

// Beside returns the steps of a set-up in a room that is laid out for another within the hour.
func (j Jobs) Beside() Jobs {
	j.LaidOut = laidBeside
	return j
}

// Jobs returns the steps of a set-up as they can be done apart. The timeline is the same in one line
// of work.
func (a Answer) Jobs() Jobs {
	j := Jobs{LaidOut: layOut, Things: a.things, Made: make([][]recipe.Step, len(a.Places)),
		Poured: make([][]recipe.Step, len(a.Places))}
	for i := range a.Places {
		j.Made[i], j.Poured[i] = a.Places[i].made, a.Places[i].poured
	}
	return j
}
