package written

import "slices"

// Stuff names what a plan uses by its id: a thing of the shelf, or a recipe.
type Stuff struct {
	ItemID   string `json:"item_id,omitzero"`
	RecipeID string `json:"recipe_id,omitzero"`
}

// Mends is what would mend coming set-ups.
type Mends struct {
	Now   string `json:"now"` // the centre's wall clock
	Mends []Mend `json:"mends"`
}

// Mend is what may not be used in coming set-ups any more, and what to use instead.
type Mend struct {
	Of   Stuff  `json:"of"`
	Name string `json:"name"`
	Judged
	Reason string `json:"reason"` // why not, in the earliest of them
	// Setups are those that use it and may not, the earliest first.
	Setups  []SetupAt `json:"setups"`
	Instead []Instead `json:"instead"` // best first; none where nothing does
}

// SetupAt names a set-up, its room and when it opens.
type SetupAt struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	RoomName string `json:"room_name"`
	PlayAt   string `json:"play_at"`
}

// Instead is one thing or recipe to use instead, with the set-ups that it mends and those that it does not.
type Instead struct {
	By      Stuff       `json:"by"`
	Name    string      `json:"name"`
	Changes []string    `json:"changes"`
	Setups  []Mended    `json:"setups"`
	Not     []NotMended `json:"not"`
}

// Mended is a set-up as it would be, over the version that was looked at.
type Mended struct {
	SetupAt
	SetupChange
	Judged            // of the swap in it
	Missing []Missing `json:"missing,omitzero"` // before the set-up is ready then
}

// NotMended is a set-up in which a swap would not do.
type NotMended struct {
	SetupAt
	Why string `json:"why"`
}

// SetupChange is a set-up to be saved over the version that somebody saw.
type SetupChange struct {
	SetupID string     `json:"setup_id" max:"36"`
	Save    SetupInput `json:"save"`
}

// SetupChanges are changes of several set-ups that are saved together.
type SetupChanges struct {
	Changes []SetupChange `json:"changes" max:"200"`
}

// SetupsChanged says which of several set-ups were saved, and which were left as somebody else had changed them, or as
// they cannot be planned so.
type SetupsChanged struct {
	Saved []SetupAt   `json:"saved"`
	Left  []NotMended `json:"left"`
	// Back are the changes that take it back: each set-up as it was, over the version that was saved now.
	Back []SetupChange `json:"back"`
}

// Instead returns the set-up with one thing or recipe in place of another, wherever it stands in it. What was said of
// the old one's packet, of what there is of it and of what was done to it goes with it, and so does a batch of it. A
// thing that lies in a place already is not laid there twice.
func (s Setup) Instead(of, by Stuff) Setup {
	s.Places = slices.Clone(s.Places)
	for i := range s.Places {
		p := &s.Places[i]
		p.Base, p.Items = p.Base.instead(of, by), itemsInstead(p.Items, of, by)
	}
	s.Beside = itemsInstead(s.Beside, of, by)
	if of.ItemID != "" {
		s.Labels = slices.DeleteFunc(slices.Clone(s.Labels), func(l PacketLabel) bool { return l.ItemID == of.ItemID })
		s.Have = slices.DeleteFunc(slices.Clone(s.Have), func(h Have) bool { return h.ItemID == of.ItemID })
	}
	return s
}

func (b *Base) instead(of, by Stuff) *Base {
	if b == nil {
		return nil
	}
	base := *b
	base.More = slices.Clone(b.More)
	if of.RecipeID != "" && base.RecipeID == of.RecipeID {
		base.RecipeID, base.BatchID = by.RecipeID, ""
	}
	if of.ItemID == "" {
		return &base
	}
	if base.ItemID == of.ItemID {
		base.ItemID, base.Done, base.Frozen = by.ItemID, nil, false
	}
	for i := range base.More {
		if l := &base.More[i]; l.ItemID == of.ItemID {
			l.ItemID, l.Done = by.ItemID, nil
		}
	}
	return &base
}

func itemsInstead(items []PlanItem, of, by Stuff) []PlanItem {
	out := make([]PlanItem, 0, len(items))
	there := slices.ContainsFunc(items, func(i PlanItem) bool { return i.ItemID == by.ItemID })
	for _, it := range items {
		if of.ItemID != "" && it.ItemID == of.ItemID {
			if there {
				continue
			}
			it.ItemID, there = by.ItemID, true
		}
		if of.ItemID != "" && it.CupID == of.ItemID {
			it.CupID = by.ItemID
		}
		out = append(out, it)
	}
	return out
}
