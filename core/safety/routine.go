package safety

import (
	"emblo/core/room"
	"emblo/core/say"
)

// asks are the conditions that a routine meets, and the habits that each takes, all of them. No
// condition that counts, measures, times, picks out one child or asks for something that has to
// be at hand is here.
var asks = map[say.Text]room.Routine{
	"A mat or large cloth underneath; shoes or bare feet, no socks":     room.RoutineOf(room.FloorCovered),
	"Wipe or sweep as it falls; nobody runs beside it":                  room.RoutineOf(room.FloorCovered, room.SieveAndSweep),
	"An adult sits at the tub":                                          room.RoutineOf(room.AdultSeated),
	"An adult sits at the tub the whole time":                           room.RoutineOf(room.AdultSeated),
	"Everybody sits while it is out; no running, no filled mouths":      room.RoutineOf(room.AdultSeated),
	"Hands work over the tub; nobody lies in it":                        room.RoutineOf(room.HandsOver, room.NobodyLies),
	"Look for grains on faces and in cuffs before leaving":              room.RoutineOf(room.HandsOver),
	"Pour low; no blowing, no clapping hands":                           room.RoutineOf(room.HandsOver),
	"Damp it at the first cloud":                                        room.RoutineOf(room.DampCloth),
	"A damp cloth each within reach; rinse eyes with water, do not rub": room.RoutineOf(room.DampCloth),
	"No tasting; hands washed straight after":                           room.RoutineOf(room.HandsWashed),
	"No tasting; hands washed after":                                    room.RoutineOf(room.HandsWashed),
	"No tasting; wash hands after":                                      room.RoutineOf(room.HandsWashed),
	"Sores covered; hands washed after":                                 room.RoutineOf(room.HandsWashed),
}

// meets reports whether a routine is all that the conditions of a finding ask for. Where there
// is no condition it is not: nobody has said what the hand does.
func meets(r room.Routine, conditions []say.Text) bool {
	for _, c := range conditions {
		if takes, known := asks[c]; !known || !r.Covers(takes) {
			return false
		}
	}
	return len(conditions) > 0
}

// Keeping returns the group as it is with a routine. It changes no verdict.
func (g Group) Keeping(r room.Routine) Group {
	g.routine = r
	return g
}

// Routine returns the routine that the group keeps.
func (g Group) Routine() room.Routine { return g.routine }

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
