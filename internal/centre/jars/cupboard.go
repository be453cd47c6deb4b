package jars

import (
	"context"
	"errors"
	"time"

	"github.com/google/uuid"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/cupboard"
	"emblo/core/desk/kitchen"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/files"
	"emblo/internal/store"
)

// Cupboard returns every jar with what the coming plans need of it.
func (h Jars) Cupboard(ctx context.Context, s *store.Session) (written.Cupboard, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.Cupboard{}, err
	}
	plans, err := h.Coming(ctx, s, h.Now(s))
	if err != nil {
		return written.Cupboard{}, err
	}
	return cupboard.On(d).Cupboard(plans, h.Today(s)), nil
}

// SaveJar keeps a jar.
func (h Jars) SaveJar(ctx context.Context, s *store.Session, id uuid.UUID, in written.JarInput) (written.StoredJar,
	error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.StoredJar{}, err
	}
	jar, err := cupboard.On(d).ReadJar(in)
	if err != nil {
		return written.StoredJar{}, err
	}
	_, err = h.Save(ctx, s, store.Jars, id, in.Version, jar, centre.AJar, func(doc store.Doc) (any, error) {
		return h.jarNow(ctx, s, doc.ID)
	})
	if err != nil {
		return written.StoredJar{}, err
	}
	return h.jarNow(ctx, s, id)
}

// jarNow reads a jar afresh, past what is kept of the cupboard.
func (h Jars) jarNow(ctx context.Context, s *store.Session, id uuid.UUID) (written.StoredJar, error) {
	now := *s
	now.Stock = uuid.Nil
	d, err := h.Desk(ctx, &now)
	if err != nil {
		return written.StoredJar{}, err
	}
	w, ok := cupboard.On(d).Jar(id.String(), h.Today(s))
	if !ok {
		return w, centre.ErrGone
	}
	return w, nil
}

// Moves returns the last moves of a jar, latest first, before a moment where one is given.
func (h Jars) Moves(ctx context.Context, s *store.Session, jar uuid.UUID, before string) ([]written.Moved, error) {
	until := h.Clock().Add(farAhead)
	if before != "" {
		at, err := time.Parse(time.RFC3339Nano, before)
		if err != nil {
			return nil, strict.Bad("/before", "%q is not a moment.", before)
		}
		until = at
	}
	if _, err := h.Of(s).Doc(ctx, store.Jars, jar); err != nil {
		return nil, centre.Gone(err)
	}
	rows, err := h.Of(s).Cupboard().Moves(ctx, jar, until, centre.UsualPage)
	all := centre.MovesOf(rows)
	for i := range all {
		all[i].Ahead = all[i].At.After(h.Clock())
	}
	return all, err
}

// farAhead is how far ahead a clock may have been when something was noted that is shown still.
const farAhead = 100 * 365 * 24 * time.Hour

// How far back what happened may be noted.
const longestAgo = 31 * 24 * time.Hour

// Note notes what happened to a jar; the same move twice is one.
func (h Jars) Note(ctx context.Context, s *store.Session, id uuid.UUID, in written.MoveInput) (written.StoredJar,
	error) {
	jar, err := centre.ParseID(in.JarID)
	if err != nil {
		return written.StoredJar{}, strict.Bad("/jar_id", "Choose a jar.")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.StoredJar{}, err
	}
	m, err := cupboard.On(d).ReadMove(in)
	if err != nil {
		return written.StoredJar{}, err
	}
	m.ID = id.String()
	if m.At, err = h.At(in.At, longestAgo,
		"Note what happened within the last 31 days, and not in the future."); err != nil {
		return written.StoredJar{}, err
	}
	if err := h.Add(ctx, s, jar, m); err != nil {
		return written.StoredJar{}, err
	}
	return h.jarNow(ctx, s, jar)
}

func (h Jars) Add(ctx context.Context, s *store.Session, jar uuid.UUID, m stock.Move) error {
	id, err := centre.ParseID(m.ID)
	if err != nil {
		return err
	}
	row := store.MoveRow{ID: id, At: m.At, Kind: m.Kind.String()}
	if m.Amount.Known() {
		n := m.Amount.Or(0)
		row.Amount = &n
	}
	err = h.Of(s).Cupboard().AddMove(ctx, jar, row, func(since []store.MoveRow) error {
		told, err := desk.ReadMoves(centre.MovesOf(since), m.Amount.Kind())
		if err != nil {
			return err
		}
		if err := stock.Check(told, m); err != nil && !errors.Is(err, stock.ErrRepeated) {
			return strict.Bad("/amount", "Not saved: %s.", err)
		} else if err != nil {
			return err
		}
		return nil
	})
	if errors.Is(err, stock.ErrRepeated) {
		return nil
	}
	return centre.Gone(err)
}

// plainJar returns the jar of a thing whose packet says nothing, which is made where there is none.
func (h Jars) plainJar(ctx context.Context, s *store.Session, item string) (store.Doc, error) {
	id, err := h.Of(s).Cupboard().JarOf(ctx, item, cupboard.LabelKey(stock.Label{}))
	if err == nil {
		return h.Of(s).Doc(ctx, store.Jars, id)
	}
	if !errors.Is(err, store.ErrNotFound) {
		return store.Doc{}, err
	}
	if id, err = uuid.NewV7(); err != nil {
		return store.Doc{}, err
	}
	doc, err := h.Of(s).Save(ctx, store.Jars, id, 0, strict.Write(written.WriteLabel(item, stock.Label{})))
	if errors.Is(err, store.ErrNameTaken) { // somebody else made it just now
		if id, err = h.Of(s).Cupboard().JarOf(ctx, item, cupboard.LabelKey(stock.Label{})); err == nil {
			return h.Of(s).Doc(ctx, store.Jars, id)
		}
	}
	return doc, err
}

// count notes that somebody looked how much of a thing is in its plain jar; nil is not weighed.
func (h Jars) count(ctx context.Context, s *store.Session, jar uuid.UUID, grams *float64) error {
	id, err := uuid.NewV7()
	if err != nil {
		return err
	}
	m := stock.Move{ID: id.String(), At: h.Clock().UTC(), Kind: stock.Counted}
	if grams != nil {
		m.Amount = unit.Of(*grams, unit.ByMass)
	}
	return h.Add(ctx, s, jar, m)
}

// NoteHere notes whether a thing is in the cupboard.
func (h Jars) NoteHere(ctx context.Context, s *store.Session, id string, in written.CupboardNote) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	if _, ok := d.Get(id); !ok {
		return centre.ErrGone
	}
	jar, err := h.plainJar(ctx, s, id)
	if err != nil {
		return err
	}
	if in.Here {
		return h.count(ctx, s, jar.ID, nil)
	}
	return h.count(ctx, s, jar.ID, new(float64))
}

// NoteAmount notes how much of a thing is in the cupboard and what it was bought for.
func (h Jars) NoteAmount(ctx context.Context, s *store.Session, id string, in written.CupboardAmount) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	if err := kitchen.On(d).CheckAmount(id, in); err != nil {
		return err
	}
	doc, err := h.plainJar(ctx, s, id)
	if err != nil {
		return err
	}
	jar, err := written.Stored[written.Jar](doc.Form, doc.Doc)
	if err != nil {
		return centre.Unreadable("jar", err)
	}
	was := string(strict.Write(jar))
	packs := []written.Pack{}
	if in.PackG != nil {
		packs = withPack(jar.Packs, *in.PackG, in.PriceCoins)
	}
	jar.Packs = packs
	if now := strict.Write(jar); string(now) != was {
		if _, err := h.Of(s).Save(ctx, store.Jars, doc.ID, doc.Version, now); err != nil {
			return err
		}
	}
	return h.count(ctx, s, doc.ID, in.Grams)
}

// withPack puts a pack before the others, in place of one of the same size.
func withPack(packs []written.Pack, grams float64, coins *int) []written.Pack {
	out := []written.Pack{{Amount: max(1, float64(int64(grams+0.5))), Coins: coins}}
	for _, p := range packs {
		if p.Amount != out[0].Amount && len(out) < maxPacks {
			out = append(out, p)
		}
	}
	return out
}

const maxPacks = 6

// CupboardFile returns the cupboard as a file for a spreadsheet.
func (h Jars) CupboardFile(ctx context.Context, s *store.Session) (string, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return "", err
	}
	return files.On(d).CupboardFile(), nil
}

// ImportCupboard counts jars from CSV, all of them or none.
func (h Jars) ImportCupboard(ctx context.Context, s *store.Session, in written.ImportInput) (written.Imported, error) {
	out := written.Imported{Names: []string{}}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := files.On(d).ReadCupboard(in.CSV)
	if err != nil {
		return out, err
	}
	all := make([]store.Delivery, len(rows))
	for i, r := range rows {
		move, err := uuid.NewV7()
		if err != nil {
			return out, err
		}
		all[i] = store.Delivery{Jar: store.Doc{Version: r.Version, Doc: strict.Write(r.Jar)},
			Move: store.MoveRow{ID: move, At: h.Clock().UTC(), Kind: stock.Counted.String()}}
		if r.Amount.Known() {
			n := r.Amount.Or(0)
			all[i].Move.Amount = &n
		}
		if all[i].Jar.ID, err = uuid.Parse(r.ID); r.Version == 0 {
			all[i].Jar.ID, err = uuid.NewV7()
		}
		if err != nil {
			return out, err
		}
		out.Names = append(out.Names, r.Name)
	}
	out.Added, err = h.Of(s).Cupboard().Receive(ctx, all)
	if errors.Is(err, store.ErrNameTaken) || errors.Is(err, store.ErrNotFound) {
		return out, strict.Bad("/csv", "Someone changed the cupboard just now. Nothing was counted: try again.")
	}
	return out, err
}

// Makes returns what can be made for a room from the cupboard.
func (h Jars) Makes(ctx context.Context, s *store.Session, room string, playAt string) (written.Makeables, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.Makeables{}, err
	}
	return bench.On(d).Makes(room, playAt)
}
