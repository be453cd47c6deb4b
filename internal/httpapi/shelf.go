package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/checklist"
	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// maxOwn is how many things of its own a centre keeps.
const maxOwn = 2000

// things is a shelf with the centre's own things on it, prepared for judging.
type things struct {
	*material.Shelf
	prepared *prepared
	// own are the centre's own recipes, read over the shelf.
	own []ownRecipe
	// recipes are those of own that can be used, then the book.
	recipes []recipe.Recipe
}

// subject returns a thing of the shelf with the gauge asked already.
func (t things) subject(it material.Item) *safety.Subject { return t.prepared.get(it) }

// prepared keeps subjects by name and facts, so that the gauge is asked once for each.
type prepared struct {
	mu   sync.Mutex
	kept map[preparedKey]*safety.Subject
}

type preparedKey struct {
	name  string
	facts material.Facts
}

// maxPrepared bounds what is kept: the shelf and the own things of several centres.
const maxPrepared = 20000

func (p *prepared) get(it material.Item) *safety.Subject {
	key := preparedKey{it.Name, it.Facts}
	p.mu.Lock()
	s, ok := p.kept[key]
	p.mu.Unlock()
	if ok {
		return s
	}
	fresh := safety.Prepare(it.Name, it.Facts)
	p.mu.Lock()
	defer p.mu.Unlock()
	if len(p.kept) >= maxPrepared {
		clear(p.kept)
	}
	p.kept[key] = &fresh
	return &fresh
}

// shelfFor is shelfOf without asking the database when every id is of the shelf that ships
// with Emblo.
func (s *Server) shelfFor(ctx context.Context, ids ...*string) (things, error) {
	for _, id := range ids {
		if id != nil && len(*id) == 36 {
			return s.shelfOf(ctx)
		}
	}
	return things{Shelf: material.Standard(), prepared: s.prepared}, nil
}

func planIDs(p *contract.Plan) []*string {
	var ids []*string
	if p.Base != nil {
		ids = append(ids, p.Base.ItemId, p.Base.RecipeId)
	}
	for i := range p.Items {
		ids = append(ids, p.Items[i].ItemId)
	}
	return ids
}

// ownItem reads a stored thing. Stored rows were checked when they were saved.
func ownItem(row store.Item) (material.Item, error) {
	var body contract.ItemRow
	if err := json.Unmarshal(row.Content, &body); err != nil {
		return material.Item{}, err
	}
	return thingFile(row.ID.String(), body).Item()
}

// cleanRow checks a row as it came and returns it as stored; at is the path for errors.
func cleanRow(at string, b contract.ItemRow) (json.RawMessage, error) {
	for _, cell := range []*string{&b.Name, &b.Also, &b.Parts, &b.Solid, &b.SizeMm, &b.Contains, &b.Traits, &b.CupG, &b.Keeps, &b.Feel, &b.Cost} {
		*cell = strings.TrimSpace(*cell)
		if len(*cell) > 2000 {
			return nil, badField(at, "A field is longer than 2000 letters.")
		}
	}
	if _, err := thingFile("", b).Item(); err != nil {
		var bad *material.Bad
		if errors.As(err, &bad) {
			return nil, badField(at+"/"+bad.Column, "%s: %s.", columnWords(bad.Column), bad.Reason)
		}
		return nil, err
	}
	return json.Marshal(b)
}

func columnWords(column string) string {
	words := map[string]string{"size_mm": "Size", "cup_g": "Weight of a cup", "contains": "Contains"}
	if w, ok := words[column]; ok {
		return w
	}
	return strings.ToUpper(column[:1]) + column[1:]
}

// GetBoard returns the shelf with the mark of every thing for one room and use.
func (s *Server) GetBoard(ctx context.Context, r contract.GetBoardRequestObject) (contract.GetBoardResponseObject, error) {
	use, err := safety.ParseUse(value(r.Params.Use))
	if err != nil {
		return nil, badField("use", "Choose how the children meet it.")
	}
	shelf, group, here, err := s.boardOf(ctx, r.Params.RoomId)
	if err != nil {
		return nil, err
	}
	items := shelf.Items()
	if q := value(r.Params.Q); strings.TrimSpace(q) != "" {
		words, _, _ := age.Cut(q)
		items = shelf.Search(cut(words), len(items))
	}
	board := make(contract.GetBoard200JSONResponse, 0, len(items))
	for _, it := range items {
		a := group.Judge(shelf.subject(it), use)
		b := contract.BoardItem{Id: it.ID, Name: it.Name, Detail: it.Facts.Size(), Parts: partWords(it), Feel: it.Feel.Words(),
			Verdict: contract.Verdict(a.Verdict.String()), Own: it.Own, InCupboard: here[it.ID]}
		if f, ok := a.First(); ok {
			b.Reason = f.Title
		}
		if b.Feel == nil {
			b.Feel = []string{}
		}
		board = append(board, b)
	}
	return board, nil
}

func (s *Server) boardOf(ctx context.Context, roomID string) (shelf things, g safety.Group, here map[string]bool, err error) {
	id, err := uuid.Parse(roomID)
	if err != nil {
		return shelf, g, nil, badField("room_id", "Choose a room.")
	}
	row, err := s.room(ctx, id)
	if err != nil {
		return shelf, g, nil, err
	}
	session := sessionOf(ctx)
	if g, err = groupOn(row, session, s.today(session)); err != nil {
		return shelf, g, nil, err
	}
	if shelf, err = s.shelfOf(ctx); err != nil {
		return shelf, g, nil, err
	}
	here, err = s.cupboard(ctx)
	return shelf, g, here, err
}

func partWords(it material.Item) []string {
	words := make([]string, len(it.Parts))
	for i, p := range it.Parts {
		words[i] = string(p)
	}
	return words
}

// GetItem returns one thing with its verdict and swaps for every room.
func (s *Server) GetItem(ctx context.Context, r contract.GetItemRequestObject) (contract.GetItemResponseObject, error) {
	use, err := safety.ParseUse(value(r.Params.Use))
	if err != nil {
		return nil, badField("use", "Choose how the children meet it.")
	}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	it, ok := shelf.Get(r.Id)
	if !ok {
		return nil, errGone
	}
	here, err := s.cupboard(ctx)
	if err != nil {
		return nil, err
	}
	page := contract.ItemPage{Id: it.ID, Name: it.Name, Also: it.Also, Parts: partWords(it), Detail: it.Facts.Size(),
		Contains: it.Facts.Allergens.String(), MayContain: it.Facts.MayContain.String(), Traits: it.Facts.Traits.Words(), Feel: it.Feel.Words(), Keeps: it.Keeps,
		Basis: it.Basis, Own: it.Own, InCupboard: here[it.ID], Rooms: []contract.RoomVerdict{}, Gauge: gaugeBody(it.Facts)}
	if page.Also == nil {
		page.Also = []string{}
	}
	if page.Feel == nil {
		page.Feel = []string{}
	}
	if !it.Facts.ContentsKnown {
		page.Contains = "not known"
	}
	if it.Cost != material.CostUnknown {
		words := it.Cost.String()
		page.Cost = &words
	}
	if it.Density.Known() {
		g := it.Density.GramsPerMillilitre() * 236.588
		page.CupG = &g
	}
	if page.Row, page.Version, err = s.rowOfItem(ctx, it); err != nil {
		return nil, err
	}
	rooms, err := s.centre(ctx).Rooms(ctx)
	if err != nil {
		return nil, err
	}
	session := sessionOf(ctx)
	for _, row := range rooms {
		g, err := groupOn(row, session, s.today(session))
		if err != nil {
			return nil, err
		}
		a := g.Judge(shelf.subject(it), use)
		v := contract.RoomVerdict{RoomId: row.ID.String(), Who: row.Name, Verdict: contract.Verdict(a.Verdict.String()), Findings: findingBodies(a.Findings()), Swaps: []contract.Swap{}}
		if a.Verdict >= safety.MeasureFirst {
			v.Swaps = swapBodies(safety.NewSwaps(&g, shelf.Shelf, shelf.subject, here).For(it, nil, use, 3))
		}
		page.Rooms = append(page.Rooms, v)
	}
	return contract.GetItem200JSONResponse(page), nil
}

// rowOfItem returns the columns of a thing: as the centre wrote it, or as the shelf that
// ships with Emblo does, to copy from.
func (s *Server) rowOfItem(ctx context.Context, it material.Item) (row contract.ItemRow, version *int, err error) {
	if len(it.ID) != 36 {
		r, ok := material.StandardRow(it.ID)
		if !ok {
			return row, nil, errGone
		}
		return contract.ItemRow{Name: r.Name, Also: r.Also, Parts: r.Parts, Solid: r.Solid, SizeMm: r.Size, Contains: r.Contains, Traits: r.Traits,
			CupG: r.CupGrams, Keeps: r.Keeps, Feel: r.Feel, Cost: r.Cost}, nil, nil
	}
	id, err := parseID(it.ID)
	if err != nil {
		return row, nil, err
	}
	stored, err := s.centre(ctx).Item(ctx, id)
	if err != nil {
		return row, nil, err
	}
	return row, &stored.Version, json.Unmarshal(stored.Content, &row)
}

func swapBodies(swaps []safety.Swap) []contract.Swap {
	bodies := make([]contract.Swap, len(swaps))
	for i, w := range swaps {
		bodies[i] = contract.Swap{ItemId: w.Item.ID, Name: w.Item.Name, Verdict: contract.Verdict(w.Assessment.Verdict.String()), Changes: w.Changes, InCupboard: w.InCupboard}
	}
	return bodies
}

// PutItem creates or replaces a thing of the centre's own.
func (s *Server) PutItem(ctx context.Context, r contract.PutItemRequestObject) (contract.PutItemResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	if r.Body.Version < 0 {
		return nil, badField("version", "The version cannot be negative.")
	}
	content, err := cleanRow("row", r.Body.Row)
	if err != nil {
		return nil, err
	}
	saved, err := s.centre(ctx).SaveItem(ctx, store.Item{ID: id, Content: content, Version: r.Body.Version})
	var stale *store.Conflict[store.Item]
	if errors.As(err, &stale) {
		current, err := ownBody(stale.Current)
		p := conflict("thing")
		return contract.PutItem409ApplicationProblemPlusJSONResponse{
			Type: p.Type, Title: p.Title, Status: p.Status, Detail: p.Detail, Current: current}, err
	}
	if err != nil {
		return nil, err
	}
	body, err := ownBody(saved)
	return contract.PutItem200JSONResponse(body), err
}

func ownBody(row store.Item) (contract.OwnItem, error) {
	body := contract.OwnItem{Id: row.ID.String(), Version: row.Version}
	return body, json.Unmarshal(row.Content, &body.Row)
}

// DeleteItem deletes a thing of the centre's own. Set-ups that hold it then say that it is
// gone; they are never shown as cleared.
func (s *Server) DeleteItem(ctx context.Context, r contract.DeleteItemRequestObject) (contract.DeleteItemResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	return contract.DeleteItem204Response{}, s.centre(ctx).DeleteItem(ctx, id)
}

// ImportItems adds things of the centre's own from CSV, all of them or none.
func (s *Server) ImportItems(ctx context.Context, r contract.ImportItemsRequestObject) (contract.ImportItemsResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	lines, err := checklist.ReadTable([]byte(r.Body.Csv))
	var file *checklist.FileError
	if errors.As(err, &file) {
		return nil, badField("csv", "%s", file.Reason)
	}
	if err != nil {
		return nil, err
	}
	have, err := s.centre(ctx).Items(ctx)
	if err != nil {
		return nil, err
	}
	if len(have)+len(lines) > maxOwn {
		return nil, badField("csv", "A centre keeps at most %d things of its own; nothing was added.", maxOwn)
	}
	items := make([]store.Item, 0, len(lines))
	names := make([]string, 0, len(lines))
	for _, line := range lines {
		if line.Fault != "" {
			return nil, badField(fmt.Sprintf("csv/%d", line.Number), "Row %d: %s. Nothing was added.", line.Number, line.Fault)
		}
		content, err := cleanRow("csv", importRow(line.Values))
		var p *problem
		if errors.As(err, &p) {
			return nil, badField(fmt.Sprintf("csv/%d", line.Number), "Row %d, %s Nothing was added.", line.Number, p.detail)
		}
		if err != nil {
			return nil, err
		}
		id, err := uuid.NewV7()
		if err != nil {
			return nil, err
		}
		items = append(items, store.Item{ID: id, Content: content})
		names = append(names, strings.TrimSpace(line.Values["name"]))
	}
	err = s.centre(ctx).AddItems(ctx, items)
	if errors.Is(err, store.ErrItemNameTaken) {
		return nil, badField("csv", "A name in the list stands twice, or is one of your own things already. Nothing was added.")
	}
	if err != nil {
		return nil, err
	}
	return contract.ImportItems200JSONResponse{Added: len(items), Names: names}, nil
}

func importRow(v map[string]string) contract.ItemRow {
	row := contract.ItemRow{Name: v["name"], Also: v["also"], Parts: v["parts"], Solid: v["solid"], SizeMm: v["size_mm"], Contains: v["contains"],
		Traits: v["traits"], CupG: v["cup_g"], Keeps: v["keeps"], Feel: v["feel"], Cost: v["cost"]}
	if strings.TrimSpace(row.Parts) == "" {
		row.Parts = string(material.Find)
		if strings.TrimSpace(row.CupG) != "" {
			row.Parts = string(material.Filler)
		}
	}
	return row
}

// PutCupboard notes whether a thing is in the cupboard.
func (s *Server) PutCupboard(ctx context.Context, r contract.PutCupboardRequestObject) (contract.PutCupboardResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	shelf, err := s.shelfFor(ctx, &r.Id)
	if err != nil {
		return nil, err
	}
	if _, ok := shelf.Get(r.Id); !ok {
		return nil, errGone
	}
	return contract.PutCupboard204Response{}, s.centre(ctx).SetCupboard(ctx, r.Body.Here, r.Id)
}

// FindSwaps returns swaps for the base or one item of a plan.
func (s *Server) FindSwaps(ctx context.Context, r contract.FindSwapsRequestObject) (contract.FindSwapsResponseObject, error) {
	id, err := uuid.Parse(r.Body.RoomId)
	if err != nil {
		return nil, badField("room_id", "Choose a room.")
	}
	row, err := s.room(ctx, id)
	if err != nil {
		return nil, err
	}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	p := &contract.Plan{RoomId: r.Body.RoomId, PlayAt: r.Body.PlayAt, Base: r.Body.Base}
	if r.Body.Item != nil {
		p.Items = []contract.PlanItem{*r.Body.Item}
	}
	a, g, _, err := s.reckon(sessionOf(ctx), row, p, shelf)
	if err != nil {
		return nil, err
	}
	here, err := s.cupboard(ctx)
	if err != nil {
		return nil, err
	}
	if a.Mix != nil && len(a.Lines) == 0 {
		return s.mixSwaps(r.Body.Base, shelf, g)
	}
	swaps := safety.NewSwaps(g, shelf.Shelf, shelf.subject, here)
	found := []safety.Swap{}
	switch {
	case len(a.Lines) == 1:
		found = swaps.For(itemOf(shelf, r.Body.Item.ItemId, a.Lines[0].Name, a.Lines[0].Facts), nil, a.Lines[0].Use, 3)
	case a.Base != nil && a.Fill != nil:
		found = swaps.For(itemOf(shelf, r.Body.Base.ItemId, a.Base.Name, a.Base.Facts), []material.Part{material.Filler}, a.Base.Use, 3)
	}
	return contract.FindSwaps200JSONResponse(swapBodies(found)), nil
}

// mixSwaps returns recipes to make in place of a mix.
func (s *Server) mixSwaps(base *contract.Base, shelf things, g *safety.Group) (contract.FindSwapsResponseObject, error) {
	b, err := s.baseOf(base, shelf)
	if err != nil {
		return nil, err
	}
	mix, ok := b.(plan.Mix)
	if !ok {
		return contract.FindSwaps200JSONResponse{}, nil
	}
	bodies := contract.FindSwaps200JSONResponse{}
	for _, w := range plan.SwapMixes(s.recipes(shelf), mix, g, 3) {
		id := w.Recipe.ID
		bodies = append(bodies, contract.Swap{RecipeId: &id, Name: w.Recipe.Name, Verdict: contract.Verdict(w.Assessment.Verdict.String()), Changes: w.Changes})
	}
	return bodies, nil
}

// itemOf returns the thing of a plan's line as the shelf has it, or as it was described,
// with the facts that it has in the plan.
func itemOf(shelf things, id *string, name string, f material.Facts) material.Item {
	it := material.Item{Name: name, Parts: []material.Part{material.Find}}
	if id != nil {
		if known, ok := shelf.Get(*id); ok {
			it = known
		}
	}
	it.Facts = f
	return it
}

// CheckList checks a list of things against a room today.
func (s *Server) CheckList(ctx context.Context, r contract.CheckListRequestObject) (contract.CheckListResponseObject, error) {
	shelf, g, here, err := s.boardOf(ctx, r.Body.RoomId)
	if err != nil {
		return nil, err
	}
	report, err := checklist.Check([]byte(r.Body.Csv), &g, shelf.Shelf, safety.NewSwaps(&g, shelf.Shelf, shelf.subject, here))
	var file *checklist.FileError
	if errors.As(err, &file) {
		return nil, badField("csv", "%s", file.Reason)
	}
	if err != nil {
		return nil, err
	}
	body := contract.CheckList200JSONResponse{Csv: string(report.CSV()), Rows: make([]contract.ListRow, len(report.Rows))}
	for i, row := range report.Rows {
		body.Rows[i] = contract.ListRow{Name: row.Name, Verdict: contract.Verdict(row.Verdict.String()), Rules: row.Rules, Why: row.Why, Swap: row.Swap}
	}
	return body, nil
}

// GetRoomFile returns a room as the room.json that the command line reads.
func (s *Server) GetRoomFile(ctx context.Context, r contract.GetRoomFileRequestObject) (contract.GetRoomFileResponseObject, error) {
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	row, err := s.room(ctx, id)
	if err != nil {
		return nil, err
	}
	session := sessionOf(ctx)
	policy, err := policyOf(session)
	if err != nil {
		return nil, err
	}
	adults := row.Adults
	f := checklist.RoomFile{On: s.today(session).String(), Name: row.Name, Adults: &adults, Illness: row.Illness, Pet: row.Pet,
		Staffing: session.RatioTable, Policy: checklist.PolicyOf(policy.Tighten(safety.Policy{NutFree: row.NutFree}))}
	if session.RatioTable == ownTable {
		f.Staffing, f.PerAdult = "", session.PerAdult
	}
	for _, c := range row.Children {
		f.Children = append(f.Children, childFile(c))
	}
	if err := s.addShelf(ctx, &f); err != nil {
		return nil, err
	}
	text, err := json.Marshal(f)
	if err != nil {
		return nil, err
	}
	var body contract.GetRoomFile200JSONResponse
	return body, json.Unmarshal(text, &body)
}

// addShelf puts the centre's own things and what is in its cupboard into a room file.
func (s *Server) addShelf(ctx context.Context, f *checklist.RoomFile) error {
	rows, err := s.centre(ctx).Items(ctx)
	if err != nil {
		return err
	}
	for _, row := range rows {
		var b contract.ItemRow
		if err := json.Unmarshal(row.Content, &b); err != nil {
			return err
		}
		f.Things = append(f.Things, thingFile(row.ID.String(), b))
	}
	here, err := s.cupboard(ctx)
	f.Cupboard = slices.Sorted(maps.Keys(here))
	return err
}

func thingFile(id string, b contract.ItemRow) checklist.ThingFile {
	return checklist.ThingFile{ID: id, Name: b.Name, Also: b.Also, Parts: b.Parts, Solid: b.Solid, Size: b.SizeMm, Contains: b.Contains, Traits: b.Traits,
		CupGrams: b.CupG, Keeps: b.Keeps, Feel: b.Feel, Cost: b.Cost}
}

func childFile(c store.Child) checklist.ChildFile {
	out := checklist.ChildFile{Born: c.Born, Developmental: c.DevelopmentalMonths, Asthma: c.Needs.Asthma, Eczema: c.Needs.Eczema, Eaten: c.Needs.Eaten, Allergies: []checklist.AllergyFile{}}
	if c.Mouths != "unknown" {
		yes := c.Mouths == "yes"
		out.Mouths = &yes
	}
	for _, a := range c.Allergies {
		to := a.To
		if a.Note != "" {
			to = a.Note
		}
		out.Allergies = append(out.Allergies, checklist.AllergyFile{To: to, By: a.By})
	}
	return out
}
