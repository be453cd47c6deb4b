package safety

import "emblo/core/room"

// Keeping returns the group as it is with a routine. It changes no verdict.
func (g Group) Keeping(r room.Routine) Group {
	g.routine = r
	return g
}

// Routine returns the routine that the group keeps.
func (g Group) Routine() room.Routine { return g.routine }

// Routine returns the routine that the group asked about keeps.
func (a Assessment) Routine() room.Routine {
	if a.group == nil {
		return 0
	}
	return a.group.routine
}

// Usual reports whether the thing goes in with a hand and asks for nothing but the routine of the
// group.
func (a Assessment) Usual() bool {
	if a.Verdict != WithAHand || a.group.routine == 0 {
		return false
	}
	for i := range a.objections {
		if !a.word(&a.objections[i]).Usual {
			return false
		}
	}
	return true
}
