package centre

import (
	"context"
	"errors"
	"time"

	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/cupboard"
	"emblo/core/desk/kitchen"
	"emblo/core/stock"
	"emblo/core/written"
	"emblo/internal/files"
	"emblo/internal/store"
)

// What is looked ahead to: the cupboard and the shop go by the plans of so many days, and by so many
// of them at most.
const (
	aheadDays = 14
	maxAhead  = 200
)

func movesOf(rows []store.MoveRow) []written.Moved {
	out := make([]written.Moved, len(rows))
	for i, m := range rows {
		out[i] = written.Moved{ID: m.ID.String(), At: m.At, By: m.By, Kind: m.Kind, Amount: m.Amount}
	}
	return out
}

// coming returns the plans that open from a moment on; what does not read is left out, as nothing can
// be reckoned of it.
func (h *House) coming(ctx context.Context, s *store.Session, from clock.Wall) ([]desk.Coming, error) {
	rows, err := h.of(s).Coming(ctx, from, clock.At(from.Day(), 24*(aheadDays+1), 0), maxAhead)
	if err != nil {
		return nil, err
	}
	plans := make([]desk.Coming, 0, len(rows))
	for _, row := range rows {
		if w, err := written.Stored[written.Setup](row.Form, row.Doc.Doc); err == nil {
			plans = append(plans, desk.Coming{ID: row.ID.String(), Setup: w})
		}
	}
	return plans, nil
}

// Cupboard returns every jar with what the coming plans need of it.
func (h *House) Cupboard(ctx context.Context, s *store.Session) (written.Cupboard, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.Cupboard{}, err
	}
	plans, err := h.coming(ctx, s, h.Now(s))
	if err != nil {
		return written.Cupboard{}, err
	}
	return cupboard.On(d).Cupboard(plans, h.Today(s)), nil
}

// SaveJar keeps a jar.
func (h *House) SaveJar(ctx context.Context, s *store.Session, id uuid.UUID, in written.JarInput) (written.StoredJar, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.StoredJar{}, err
	}
	jar, err := cupboard.On(d).ReadJar(in)
	if err != nil {
		return written.StoredJar{}, err
	}
	_, err = h.save(ctx, s, store.Jars, id, in.Version, jar, aJar, func(doc store.Doc) (any, error) { return h.jarNow(ctx, s, doc.ID) })
	if err != nil {
		return written.StoredJar{}, err
	}
	return h.jarNow(ctx, s, id)
}

// jarNow reads a jar afresh, past what is kept of the cupboard.
func (h *House) jarNow(ctx context.Context, s *store.Session, id uuid.UUID) (written.StoredJar, error) {
	now := *s
	now.Stock = uuid.Nil
	d, err := h.Desk(ctx, &now)
	if err != nil {
		return written.StoredJar{}, err
	}
	w, ok := cupboard.On(d).Jar(id.String(), h.Today(s))
	if !ok {
		return w, ErrGone
	}
	return w, nil
}

// Moves returns the last moves of a jar, latest first, before a moment where one is given.
func (h *House) Moves(ctx context.Context, s *store.Session, jar uuid.UUID, before string) ([]written.Moved, error) {
	until := h.now().Add(farAhead)
	if before != "" {
		at, err := time.Parse(time.RFC3339Nano, before)
		if err != nil {
			return nil, written.Bad("/before", "%q is not a moment.", before)
		}
		until = at
	}
	if _, err := h.of(s).Doc(ctx, store.Jars, jar); err != nil {
		return nil, gone(err)
	}
	rows, err := h.of(s).Moves(ctx, jar, until, usualPage)
	all := movesOf(rows)
	for i := range all {
		all[i].Ahead = all[i].At.After(h.now())
	}
	return all, err
}

// farAhead is how far ahead a clock may have been when something was noted that is shown still.
const farAhead = 100 * 365 * 24 * time.Hour

// How far back what happened may be noted.
const longestAgo = 31 * 24 * time.Hour

// Note notes what happened to a jar; the same move twice is one.
func (h *House) Note(ctx context.Context, s *store.Session, id uuid.UUID, in written.MoveInput) (written.StoredJar, error) {
	jar, err := ParseID(in.JarID)
	if err != nil {
		return written.StoredJar{}, written.Bad("/jar_id", "Choose a jar.")
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
	if m.At, err = h.at(in.At, longestAgo, "Note what happened within the last 31 days, and not in the future."); err != nil {
		return written.StoredJar{}, err
	}
	if err := h.add(ctx, s, jar, m); err != nil {
		return written.StoredJar{}, err
	}
	return h.jarNow(ctx, s, jar)
}

// at reads when something happened, so long ago at most; now where that is not said.
func (h *House) at(said string, ago time.Duration, otherwise string) (time.Time, error) {
	now := h.now().UTC()
	if said == "" {
		return now, nil
	}
	at, err := time.Parse(time.RFC3339, said)
	if err != nil || at.After(now.Add(time.Minute)) || at.Before(now.Add(-ago)) {
		return now, written.Bad("/at", "%s", otherwise)
	}
	return at.UTC(), nil
}

func (h *House) add(ctx context.Context, s *store.Session, jar uuid.UUID, m stock.Move) error {
	id, err := ParseID(m.ID)
	if err != nil {
		return err
	}
	row := store.MoveRow{ID: id, At: m.At, Kind: m.Kind.String()}
	if m.Weighed {
		n := m.Amount.Number()
		row.Amount = &n
	}
	err = h.of(s).AddMove(ctx, jar, row, func(since []store.MoveRow) error {
		told, err := desk.ReadMoves(movesOf(since), m.Amount.Unit())
		if err != nil {
			return err
		}
		if err := stock.Check(told, m); err != nil && !errors.Is(err, stock.ErrRepeated) {
			return written.Bad("/amount", "Not noted: %s.", err)
		} else if err != nil {
			return err
		}
		return nil
	})
	if errors.Is(err, stock.ErrRepeated) {
		return nil
	}
	return gone(err)
}

// plainJar returns the jar of a thing whose packet says nothing, which is made where there is none.
func (h *House) plainJar(ctx context.Context, s *store.Session, item string) (store.Doc, error) {
	id, err := h.of(s).JarOf(ctx, item, cupboard.LabelKey(stock.Label{}))
	if err == nil {
		return h.of(s).Doc(ctx, store.Jars, id)
	}
	if !errors.Is(err, store.ErrNotFound) {
		return store.Doc{}, err
	}
	if id, err = uuid.NewV7(); err != nil {
		return store.Doc{}, err
	}
	doc, err := h.of(s).Save(ctx, store.Jars, id, 0, written.Write(written.WriteLabel(item, stock.Label{})))
	if errors.Is(err, store.ErrNameTaken) { // somebody else made it just now
		if id, err = h.of(s).JarOf(ctx, item, cupboard.LabelKey(stock.Label{})); err == nil {
			return h.of(s).Doc(ctx, store.Jars, id)
		}
	}
	return doc, err
}

// count notes that somebody looked how much of a thing is in its plain jar; nil is not weighed.
func (h *House) count(ctx context.Context, s *store.Session, jar uuid.UUID, grams *float64) error {
	id, err := uuid.NewV7()
	if err != nil {
		return err
	}
	m := stock.Move{ID: id.String(), At: h.now().UTC(), Kind: stock.Counted}
	if grams != nil {
		m.Amount, m.Weighed = stock.Of(*grams, stock.Grams), true
	}
	return h.add(ctx, s, jar, m)
}

// NoteHere notes whether a thing is in the cupboard.
func (h *House) NoteHere(ctx context.Context, s *store.Session, id string, in written.CupboardNote) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	if _, ok := d.Get(id); !ok {
		return ErrGone
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
func (h *House) NoteAmount(ctx context.Context, s *store.Session, id string, in written.CupboardAmount) error {
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
		return unreadable("jar", err)
	}
	was := string(written.Write(jar))
	packs := []written.Pack{}
	if in.PackG != nil {
		packs = withPack(jar.Packs, *in.PackG, in.PriceCoins)
	}
	jar.Packs = packs
	if now := written.Write(jar); string(now) != was {
		if _, err := h.of(s).Save(ctx, store.Jars, doc.ID, doc.Version, now); err != nil {
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
func (h *House) CupboardFile(ctx context.Context, s *store.Session) (string, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return "", err
	}
	return files.On(d).CupboardFile(), nil
}

// ImportCupboard counts jars from CSV, all of them or none.
func (h *House) ImportCupboard(ctx context.Context, s *store.Session, in written.ImportInput) (written.Imported, error) {
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
		all[i] = store.Delivery{Jar: store.Doc{Version: r.Version, Doc: written.Write(r.Jar)}, Move: store.MoveRow{ID: move, At: h.now().UTC(), Kind: stock.Counted.String()}}
		if r.Weighed {
			n := r.Amount.Number()
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
	out.Added, err = h.of(s).Receive(ctx, all)
	if errors.Is(err, store.ErrNameTaken) || errors.Is(err, store.ErrNotFound) {
		return out, written.Bad("/csv", "Somebody changed the cupboard just now. Nothing was counted: try again.")
	}
	return out, err
}

// Makes returns what can be made for a room from the cupboard.
func (h *House) Makes(ctx context.Context, s *store.Session, room string, playAt string) (written.Makeables, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.Makeables{}, err
	}
	return bench.On(d).Makes(room, playAt)
}
