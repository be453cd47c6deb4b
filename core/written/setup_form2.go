package written

// setup2 is a set-up of form 2: one place, whose things were those of the set-up.
type setup2 struct {
	Name   string     `json:"name" max:"60"`
	RoomID string     `json:"room_id" max:"36"`
	PlayAt string     `json:"play_at" max:"16"`
	Base   *Base      `json:"base,omitzero"`
	Items  []PlanItem `json:"items" max:"60"`
}

// onlyPlace is the id of the place that a set-up of form 2 has.
const onlyPlace = "00000000-0000-7000-8000-000000000001"

func (s setup2) now() Setup {
	out := Setup{Name: s.Name, Plan: Plan{RoomID: s.RoomID, PlayAt: s.PlayAt, Places: []Place{}, Beside: []PlanItem{}}}
	if s.Base != nil || len(s.Items) > 0 {
		out.Places = append(out.Places, Place{ID: onlyPlace, Base: s.Base, Items: s.Items})
	}
	return out
}
