package documents

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"

	"emblo/core/checklist"
	"emblo/core/desk"
	"emblo/core/desk/kitchen"
	"emblo/core/material"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/store"
)

// SaveRoom keeps a room as it reads today.
func (h Documents) SaveRoom(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.RoomInput) (written.StoredRoom, error) {
	roster, fault := in.Roster()
	if fault == nil {
		fault = in.CheckOn(h.Today(s))
	}
	if fault != nil {
		return written.StoredRoom{}, fault
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.StoredRoom{}, err
	}
	describe := func(doc store.Doc) written.StoredRoom {
		return d.Describe(desk.ReadRoom(doc.ID.String(), doc.Version, doc.Form, nameOf(doc), doc.Doc), h.Today(s))
	}
	saved, err := h.Save(ctx, s, store.Rooms, id, in.Version, written.WriteRoom(roster), centre.ARoom,
		func(doc store.Doc) (any, error) { return describe(doc), nil })
	if err != nil {
		return written.StoredRoom{}, err
	}
	return describe(saved), nil
}

func nameOf(d store.Doc) string {
	w, err := written.Stored[written.Room](d.Form, d.Doc)
	if err != nil {
		return ""
	}
	return w.Name
}

// SaveThing keeps a thing of the centre's own.
func (h Documents) SaveThing(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.ItemInput) (written.OwnItem, error) {
	row := in.Row.Trimmed()
	row.Confirmed = true
	if _, fault := row.Item(id.String(), material.Standard().Named); fault != nil {
		return written.OwnItem{}, fault.Under("/row")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.OwnItem{}, err
	}
	if in.Version == 0 && d.Things() >= desk.MaxThings && !d.HasThing(id.String()) {
		return written.OwnItem{}, strict.Bad("/row", "A centre keeps at most %d things of its own.", desk.MaxThings)
	}
	own := func(doc store.Doc) (written.OwnItem, error) {
		w, err := written.Stored[written.Thing](doc.Form, doc.Doc)
		return written.OwnItem{ID: doc.ID.String(), Version: doc.Version, Row: w}, err
	}
	saved, err := h.Save(ctx, s, store.Things, id, in.Version, row, centre.AThing, func(doc store.Doc) (any, error) {
		return own(doc)
	})
	if err != nil {
		return written.OwnItem{}, err
	}
	return own(saved)
}

// ImportThings adds things of the centre's own from CSV, all of them or none.
func (h Documents) ImportThings(ctx context.Context, s *store.Session, in written.ImportInput) (written.Imported,
	error) {
	out := written.Imported{Names: []string{}}
	lines, err := checklist.ReadTable([]byte(in.CSV), written.ThingColumns)
	var file *checklist.FileError
	if errors.As(err, &file) {
		return out, strict.Bad("/csv", "%s", file.Reason)
	}
	if err != nil {
		return out, err
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	if d.Things()+len(lines) > desk.MaxThings {
		return out, strict.Bad("/csv", "A centre keeps at most %d things of its own; nothing was added.",
			desk.MaxThings)
	}
	docs := make(map[uuid.UUID][]byte, len(lines))
	for _, line := range lines {
		at := fmt.Sprintf("/csv/%d", line.Number)
		if line.Fault != "" {
			return out, strict.Bad(at, "Row %d: %s. Nothing was added.", line.Number, line.Fault)
		}
		row := written.ThingOf(line.Values)
		if _, fault := row.Item("", material.Standard().Named); fault != nil {
			return out, strict.Bad(at, "Row %d, %s Nothing was added.", line.Number, fault.Sentence)
		}
		id, err := uuid.NewV7()
		if err != nil {
			return out, err
		}
		docs[id] = strict.Write(row)
		out.Names = append(out.Names, strings.TrimSpace(row.Name))
	}
	out.Added = len(docs)
	err = h.Of(s).Add(ctx, store.Things, docs)
	if errors.Is(err, store.ErrNameTaken) {
		return out, strict.Bad("/csv",
			"A name in the list stands twice, or is one of your own things already. Nothing was added.")
	}
	return out, err
}

// SaveRecipe keeps a recipe of the centre's own. It is stored only when every line of it
// can be read.
func (h Documents) SaveRecipe(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.RecipeInput) (written.OwnRecipe, error) {
	in.Recipe.Name = strings.TrimSpace(in.Recipe.Name)
	in.Recipe.Confirmed = true
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.OwnRecipe{}, err
	}
	if fault := kitchen.On(d).CheckRecipe(id.String(), in); fault != nil {
		return written.OwnRecipe{}, fault
	}
	own := func(doc store.Doc) (written.OwnRecipe, error) {
		w, err := written.Stored[written.Recipe](doc.Form, doc.Doc)
		return written.OwnRecipe{ID: doc.ID.String(), Version: doc.Version, Recipe: w}, err
	}
	saved, err := h.Save(ctx, s, store.Recipes, id, in.Version, in.Recipe, centre.ARecipe, func(doc store.Doc) (any,
		error) {
		return own(doc)
	})
	if err != nil {
		return written.OwnRecipe{}, err
	}
	return own(saved)
}

// Recipe returns a recipe as it is typed, or as an own one once was when version is not 0.
func (h Documents) Recipe(ctx context.Context, s *store.Session, id string, version int) (written.RecipePage, error) {
	if page, ok := kitchen.RecipePage(id); ok {
		return page, nil
	}
	own, err := centre.ParseID(id)
	if err != nil {
		return written.RecipePage{}, err
	}
	row, err := h.Of(s).Doc(ctx, store.Recipes, own)
	if err != nil {
		return written.RecipePage{}, centre.Gone(err)
	}
	versions, err := h.Of(s).RecipeVersions(ctx, own)
	if err != nil {
		return written.RecipePage{}, err
	}
	page := written.RecipePage{ID: id, Own: true, Version: row.Version, Also: []string{}, Basis: kitchen.OwnBasis}
	form, doc, found := row.Form, row.Doc, version == 0
	for _, v := range versions {
		page.Versions = append(page.Versions, written.SavedVersion{Version: v.Version, SavedAt: v.SavedAt})
		if version == v.Version {
			form, doc, found = v.Form, v.Doc, true
		}
	}
	if !found {
		return page, centre.ErrGone
	}
	if page.Recipe, err = written.Stored[written.Recipe](form, doc); err != nil {
		return page, centre.Unreadable("recipe", err)
	}
	return page, nil
}

// Settings returns the settings of the centre.
func (h Documents) Settings(ctx context.Context, s *store.Session) (written.CentreInput, error) {
	row, err := h.Of(s).Settings(ctx)
	if err != nil {
		return written.CentreInput{}, centre.Gone(err)
	}
	return settingsOf(row.Version, row.Form, row.Doc)
}

func settingsOf(version, form int, doc []byte) (written.CentreInput, error) {
	w, err := written.Stored[written.Centre](form, doc)
	if err != nil {
		return written.CentreInput{}, centre.Unreadable("page of settings", err)
	}
	return written.CentreInput{Version: version, Centre: w}, nil
}

// SaveSettings keeps the settings of the centre. A setting can tighten what the rules ask
// and never loosen it.
func (h Documents) SaveSettings(ctx context.Context, s *store.Session, in written.CentreInput) (written.CentreInput,
	error) {
	settings, fault := in.Settings()
	if fault != nil {
		return in, fault
	}
	if _, err := time.LoadLocation(settings.TimeZone); err != nil || settings.TimeZone == time.Local.String() {
		return in, strict.Bad("/time_zone", "%q is no time zone that Emblo knows, such as Europe/London.",
			settings.TimeZone)
	}
	saved, err := h.Of(s).SaveSettings(ctx, in.Version, strict.Write(written.WriteSettings(settings)),
		settings.TimeZone)
	var stale *store.Conflict
	if errors.As(err, &stale) {
		stored, err := settingsOf(stale.Current.Version, stale.Current.Form, stale.Current.Doc)
		if err != nil {
			return in, err
		}
		return in, &centre.Conflict{What: "page of settings", Current: stored}
	}
	if err != nil {
		return in, centre.Gone(err)
	}
	return settingsOf(saved.Version, saved.Form, saved.Doc)
}

// AddAddition logs what was worked into today's batch of a recipe.
func (h Documents) AddAddition(ctx context.Context, s *store.Session, recipe string, id uuid.UUID,
	in written.AdditionInput) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	if err := kitchen.On(d).CheckAddition(recipe, in); err != nil {
		return err
	}
	return h.Of(s).Cupboard().AddAddition(ctx, store.Addition{ID: id, RecipeID: recipe, Day: h.Today(s).String(),
		ItemID: in.ItemID, Share: in.Share, Symptom: in.Symptom})
}

// DeleteAddition takes an addition back.
func (h Documents) DeleteAddition(ctx context.Context, s *store.Session, id uuid.UUID) error {
	return centre.Gone(h.Of(s).Cupboard().DeleteAddition(ctx, id))
}
