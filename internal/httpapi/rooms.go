package httpapi

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"regexp"
	"strings"
	"unicode/utf8"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// ListRooms returns every room of the centre.
func (s *Server) ListRooms(ctx context.Context, _ contract.ListRoomsRequestObject) (contract.ListRoomsResponseObject, error) {
	rows, err := s.centre(ctx).Rooms(ctx)
	if err != nil {
		return nil, err
	}
	rooms := make(contract.ListRooms200JSONResponse, 0, len(rows))
	for _, row := range rows {
		r, err := s.roomBody(ctx, row)
		if err != nil {
			return nil, err
		}
		rooms = append(rooms, r)
	}
	return rooms, nil
}

// GetRoom returns one room.
func (s *Server) GetRoom(ctx context.Context, r contract.GetRoomRequestObject) (contract.GetRoomResponseObject, error) {
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	row, err := s.centre(ctx).Room(ctx, id)
	if err != nil {
		return nil, err
	}
	body, err := s.roomBody(ctx, row)
	return contract.GetRoom200JSONResponse(body), err
}

// PutRoom creates or replaces a room.
func (s *Server) PutRoom(ctx context.Context, r contract.PutRoomRequestObject) (contract.PutRoomResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	row, err := roomRow(id, r.Body, s.today(sessionOf(ctx)))
	if err != nil {
		return nil, err
	}
	saved, err := s.centre(ctx).SaveRoom(ctx, row)
	var stale *store.Conflict[store.Room]
	if errors.As(err, &stale) {
		current, err := s.roomBody(ctx, stale.Current)
		p := conflict("room")
		return contract.PutRoom409ApplicationProblemPlusJSONResponse{
			Type: p.Type, Title: p.Title, Status: p.Status, Detail: p.Detail, Current: current}, err
	}
	if err != nil {
		return nil, err
	}
	body, err := s.roomBody(ctx, saved)
	return contract.PutRoom200JSONResponse(body), err
}

// DeleteRoom deletes a room with all that hangs on it.
func (s *Server) DeleteRoom(ctx context.Context, r contract.DeleteRoomRequestObject) (contract.DeleteRoomResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	return contract.DeleteRoom204Response{}, s.centre(ctx).DeleteRoom(ctx, id)
}

func conflict(what string) contract.Problem {
	p := problem{http.StatusConflict, "", "Somebody else saved this " + what + " while you were editing. Nothing of either was lost: choose which to keep."}
	return p.body()
}

// parseID reads an id from a path. What is not a UUID cannot be anybody's thing.
func parseID(text string) (uuid.UUID, error) {
	id, err := uuid.Parse(text)
	if err != nil || len(text) != 36 {
		return uuid.UUID{}, errGone
	}
	return id, nil
}

var twoLetters = regexp.MustCompile(`^[A-Z]{2}$`)

// oldest is the greatest age in months of a child that rooms are for.
const oldest = 14 * 12

// roomRow checks a room as it came and returns it as stored.
func roomRow(id uuid.UUID, in *contract.RoomInput, today age.Date) (store.Room, error) {
	r := store.Room{ID: id, Adults: in.Adults, Measures: string(in.Measures), NutFree: in.NutFree,
		Illness: value(in.Illness), Pet: value(in.Pet), Version: in.Version}
	var err error
	if r.Name, err = checkName(in.Name, "Give the room a name"); err != nil {
		return r, err
	}
	switch {
	case in.Version < 0:
		return r, badField("version", "The version cannot be negative.")
	case in.Adults < 0 || in.Adults > room.MaxAdults:
		return r, badField("adults", "Adults must be between 0 and %d, not %d.", room.MaxAdults, in.Adults)
	case len(in.Children) == 0:
		return r, badField("children", "Add at least one child: without ages nothing can be cleared.")
	case len(in.Children) > room.MaxChildren:
		return r, badField("children", "A room holds at most %d children, not %d.", room.MaxChildren, len(in.Children))
	}
	if _, err := unit.ParseSystem(r.Measures); err != nil {
		return r, badField("measures", "Choose US cups, metric cups or Australian spoons.")
	}
	r.Drawer = append([]string{}, value(in.Drawer)...)
	if _, err := drawerOf(r); err != nil {
		return r, badField("drawer", "Choose the cups and spoons from the list: %s.", err)
	}
	seen := make(map[uuid.UUID]bool)
	for i, c := range in.Children {
		row, err := childRow(fmt.Sprintf("children/%d/", i), c, today)
		if err != nil {
			return r, err
		}
		if seen[row.ID] {
			return r, badField(fmt.Sprintf("children/%d/id", i), "The same child is in the list twice.")
		}
		seen[row.ID] = true
		r.Children = append(r.Children, row)
	}
	return r, nil
}

// drawerOf returns the measures that a room owns.
func drawerOf(r store.Room) (unit.MeasureSet, error) {
	system, err := unit.ParseSystem(r.Measures)
	if err != nil {
		return unit.MeasureSet{}, err
	}
	return unit.Drawer(system, r.Drawer)
}

func checkName(name, ask string) (string, error) {
	name = strings.TrimSpace(name)
	switch {
	case name == "":
		return "", badField("name", "%s.", ask)
	case utf8.RuneCountInString(name) > 60 || !utf8.ValidString(name):
		return "", badField("name", "A name has at most 60 letters.")
	}
	return name, nil
}

// childRow checks a child; at is the path of the child for errors.
func childRow(at string, in contract.ChildInput, today age.Date) (row store.Child, err error) {
	row = store.Child{Initials: strings.ToUpper(strings.TrimSpace(in.Initials)), Born: in.Born, Mouths: string(in.Mouths),
		DevelopmentalMonths: in.DevelopmentalMonths, Allergies: []store.Allergy{}}
	if row.ID, err = uuid.Parse(in.Id); err != nil {
		return row, badField(at+"id", "A child needs an id of its own.")
	}
	if !twoLetters.MatchString(row.Initials) {
		return row, badField(at+"initials", "Give two letters for the child, A to Z; never a name.")
	}
	born, err := age.ParseMonth(in.Born)
	switch {
	case err != nil:
		return row, badField(at+"born", "Give %s a birth month, such as 2024-05.", row.Initials)
	case born.After(today.Month()):
		return row, badField(at+"born", "%s has a birth month in the future: %s.", row.Initials, born)
	case age.MonthsOf(born, today) > oldest:
		return row, badField(at+"born", "%s would be over %d years old: check the birth month %s.", row.Initials, oldest/12, born)
	}
	if in.Mouths != contract.MouthsYes && in.Mouths != contract.MouthsNo && in.Mouths != contract.MouthsUnknown {
		return row, badField(at+"mouths", "Say for %s whether things go in the mouth: yes, no or not known.", row.Initials)
	}
	if d := in.DevelopmentalMonths; d != nil && (*d < 0 || *d > oldest) {
		return row, badField(at+"developmental_months", "A developmental age is between 0 and %d months.", oldest)
	}
	if row.Needs, err = needsRow(at, in.Needs); err != nil {
		return row, err
	}
	for i, a := range in.Allergies {
		if _, err := allergyOf(store.Allergy{To: string(a.To), By: string(a.By)}); err != nil {
			return row, badField(fmt.Sprintf("%sallergies/%d", at, i), "Choose what %s is allergic to, and whether by eating or by touch.", row.Initials)
		}
		stored := store.Allergy{To: string(a.To), By: string(a.By)}
		if a.Note != nil {
			stored.Note = strings.TrimSpace(*a.Note)
		}
		if a.To == contract.Allergen(allergen.Other.String()) && stored.Note == "" {
			return row, badField(fmt.Sprintf("%sallergies/%d/note", at, i), "Note what %s is allergic to.", row.Initials)
		}
		if utf8.RuneCountInString(stored.Note) > 60 {
			return row, badField(fmt.Sprintf("%sallergies/%d/note", at, i), "A note has at most 60 letters.")
		}
		row.Allergies = append(row.Allergies, stored)
	}
	return row, nil
}

// needsRow checks the needs of a child.
func needsRow(at string, in *contract.Needs) (store.Needs, error) {
	var n store.Needs
	if in == nil {
		return n, nil
	}
	n.Asthma, n.Eczema = value(in.Asthma), value(in.Eczema)
	for _, a := range value(in.Eaten) {
		if _, err := allergen.Parse(string(a)); err != nil {
			return n, badField(at+"needs/eaten", "Choose what has been eaten at home from the list of allergens.")
		}
		n.Eaten = append(n.Eaten, string(a))
	}
	for _, w := range value(in.Avoids) {
		n.Avoids = append(n.Avoids, string(w))
	}
	for _, w := range value(in.Seeks) {
		n.Seeks = append(n.Seeks, string(w))
	}
	for _, w := range append(append([]string(nil), n.Avoids...), n.Seeks...) {
		if _, err := room.ParseSense(w); err != nil {
			return n, badField(at+"needs", "Note whether the child avoids or seeks sticky, wet or loud things.")
		}
	}
	return n, nil
}

// needsOf puts stored needs into the core's child.
func needsOf(n store.Needs, c *room.Child) error {
	c.Asthma, c.Eczema = n.Asthma, n.Eczema
	for _, w := range n.Eaten {
		set, err := allergen.ParseContents(w)
		if err != nil {
			return err
		}
		c.Tried |= set
	}
	for _, w := range n.Avoids {
		sense, err := room.ParseSense(w)
		if err != nil {
			return err
		}
		c.Avoids |= sense
	}
	for _, w := range n.Seeks {
		sense, err := room.ParseSense(w)
		if err != nil {
			return err
		}
		c.Seeks |= sense
	}
	return nil
}

func needsBody(n store.Needs) *contract.Needs {
	if !n.Asthma && !n.Eczema && len(n.Eaten)+len(n.Avoids)+len(n.Seeks) == 0 {
		return nil
	}
	body := contract.Needs{Asthma: &n.Asthma, Eczema: &n.Eczema}
	eaten := make([]contract.Allergen, len(n.Eaten))
	for i, w := range n.Eaten {
		eaten[i] = contract.Allergen(w)
	}
	avoids, seeks := make([]contract.NeedsAvoids, len(n.Avoids)), make([]contract.NeedsSeeks, len(n.Seeks))
	for i, w := range n.Avoids {
		avoids[i] = contract.NeedsAvoids(w)
	}
	for i, w := range n.Seeks {
		seeks[i] = contract.NeedsSeeks(w)
	}
	body.Eaten, body.Avoids, body.Seeks = &eaten, &avoids, &seeks
	return &body
}

func allergyOf(a store.Allergy) (room.Allergy, error) {
	to, err := allergen.Parse(a.To)
	if err != nil {
		return room.Allergy{}, err
	}
	switch a.By {
	case "eating":
		return room.Allergy{To: to, By: room.ByEating, Note: a.Note}, nil
	case "touch":
		return room.Allergy{To: to, By: room.ByTouchOrAir, Note: a.Note}, nil
	}
	return room.Allergy{}, fmt.Errorf("%q is not a way to react", a.By)
}

// groupOn returns the room as the core sees it on a day. Stored rows were checked when
// they were saved; one that does not read is a fault and fails, it is never skipped.
func groupOn(row store.Room, session *store.Session, on age.Date) (safety.Group, error) {
	r := room.Room{Name: row.Name, Adults: row.Adults, Illness: row.Illness, Pet: row.Pet}
	for _, c := range row.Children {
		born, err := age.ParseMonth(c.Born)
		if err != nil {
			return safety.Group{}, fmt.Errorf("child %s: %w", c.ID, err)
		}
		child := room.Child{Label: c.Initials, Months: age.MonthsOf(born, on)}
		switch c.Mouths {
		case "yes":
			child.Mouths = room.Yes
		case "no":
			child.Mouths = room.No
		}
		if c.DevelopmentalMonths != nil {
			child.Developmental = room.SetMonths(*c.DevelopmentalMonths)
		}
		for _, a := range c.Allergies {
			al, err := allergyOf(a)
			if err != nil {
				return safety.Group{}, fmt.Errorf("child %s: %w", c.ID, err)
			}
			child.Allergies = append(child.Allergies, al)
		}
		if err := needsOf(c.Needs, &child); err != nil {
			return safety.Group{}, fmt.Errorf("child %s: %w", c.ID, err)
		}
		r.Children = append(r.Children, child)
	}
	table, err := tableOf(session)
	if err != nil {
		return safety.Group{}, err
	}
	policy, err := policyOf(session)
	if err != nil {
		return safety.Group{}, err
	}
	return safety.NewGroup(r, table, policy.Tighten(safety.Policy{NutFree: row.NutFree}))
}

// roomBody returns a stored room as the contract writes it, with the ages of today.
func (s *Server) roomBody(ctx context.Context, row store.Room) (contract.Room, error) {
	session := sessionOf(ctx)
	g, err := groupOn(row, session, s.today(session))
	if err != nil {
		return contract.Room{}, err
	}
	body := contract.Room{Id: row.ID.String(), Version: row.Version, Name: row.Name, Adults: row.Adults,
		Measures: contract.MeasureSystem(row.Measures), NutFree: row.NutFree,
		Drawer: &row.Drawer, Illness: &row.Illness, Pet: &row.Pet, Children: []contract.ChildInput{}, Group: groupBody(&g)}
	for _, c := range row.Children {
		child := contract.ChildInput{Id: c.ID.String(), Initials: c.Initials, Born: c.Born, Mouths: contract.Mouths(c.Mouths),
			DevelopmentalMonths: c.DevelopmentalMonths, Allergies: []contract.Allergy{}, Needs: needsBody(c.Needs)}
		for _, a := range c.Allergies {
			al := contract.Allergy{To: contract.Allergen(a.To), By: contract.AllergyBy(a.By)}
			if a.Note != "" {
				note := a.Note
				al.Note = &note
			}
			child.Allergies = append(child.Allergies, al)
		}
		body.Children = append(body.Children, child)
	}
	return body, nil
}

func groupBody(g *safety.Group) contract.Group {
	r := g.Room()
	body := contract.Group{Children: len(r.Children), Adults: r.Adults, AdultsNeeded: g.AdultsNeeded(),
		YoungestMonths: g.Youngest(), YoungestWords: age.Words(g.Youngest()), Ages: []contract.Age{}}
	for _, c := range r.Children {
		mouths := contract.MouthsUnknown
		switch c.Mouths {
		case room.Yes:
			mouths = contract.MouthsYes
		case room.No:
			mouths = contract.MouthsNo
		}
		body.Ages = append(body.Ages, contract.Age{Initials: c.Label, Months: c.Months, CountsAs: c.Effective(false), Mouths: mouths})
	}
	return body
}
