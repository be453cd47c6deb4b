package jars

import (
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/google/uuid"

	"emblo/core/desk"
	"emblo/core/desk/cupboard"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/files"
	"emblo/internal/store"
)

// Shopping returns what the coming plans are short of.
func (h Jars) Shopping(ctx context.Context, s *store.Session) (written.Shopping, error) {
	_, list, err := h.list(ctx, s)
	return list, err
}

// ShoppingFile returns the same as a sheet.
func (h Jars) ShoppingFile(ctx context.Context, s *store.Session) (string, error) {
	d, list, err := h.list(ctx, s)
	if err != nil {
		return "", err
	}
	return files.On(d).ListFile(list), nil
}

// ImportShopping ticks lines of the list off from a sheet, all of them or none.
func (h Jars) ImportShopping(ctx context.Context, s *store.Session, in written.ImportInput) (written.Imported, error) {
	out := written.Imported{Names: []string{}}
	d, list, err := h.list(ctx, s)
	if err != nil {
		return out, err
	}
	read, err := files.On(d).ReadList(in.CSV, list)
	if err != nil {
		return out, err
	}
	ticks := make([]store.Tick, len(read))
	for i, r := range read {
		id, err := uuid.NewV7()
		if err != nil {
			return out, err
		}
		label, err := cupboard.On(d).CheckTick(r)
		if err != nil {
			return out, err
		}
		ticks[i] = tickRow(id, r, label, h.Clock().UTC())
		it, _ := d.Get(r.ItemID) // it has been read
		out.Names = append(out.Names, it.Name)
	}
	out.Added = len(ticks)
	return out, h.Of(s).Cupboard().SetTicks(ctx, ticks...)
}

func (h Jars) list(ctx context.Context, s *store.Session) (*desk.Desk, written.Shopping, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return nil, written.Shopping{}, err
	}
	plans, err := h.Coming(ctx, s, h.Now(s))
	if err != nil {
		return nil, written.Shopping{}, err
	}
	rows, err := h.Of(s).Cupboard().Ticks(ctx)
	if err != nil {
		return nil, written.Shopping{}, err
	}
	ticks := make([]cupboard.Ticked, 0, len(rows))
	for _, r := range rows {
		if t, err := written.Stored[written.Tick](r.Form, r.Doc); err == nil {
			ticks = append(ticks, cupboard.Ticked{ID: r.ID.String(), ItemID: r.ItemID, Label: r.Label, By: r.By,
				Tick: t})
		}
	}
	return d, cupboard.On(d).Shopping(plans, ticks, h.Now(s)), nil
}

func tickRow(id uuid.UUID, in written.TickInput, label stock.Label, at time.Time) store.Tick {
	tick := written.Tick{State: in.State, HeatTreated: label.HeatTreated, Packs: in.Packs}
	if label.Free != 0 {
		tick.Free = label.Words()
	}
	return store.Tick{ID: id, ItemID: in.ItemID, Label: cupboard.LabelKey(label), Doc: strict.Write(tick), At: at}
}

// Tick ticks a line of the shopping list off, or takes that back.
func (h Jars) Tick(ctx context.Context, s *store.Session, id uuid.UUID, in written.TickInput) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	label, err := cupboard.On(d).CheckTick(in)
	if err != nil {
		return err
	}
	at, err := h.At(in.At, centre.LatestTick, "Tick what was done within the last two days, and not in the future.")
	if err != nil {
		return err
	}
	row := tickRow(id, in, label, at)
	if in.State == cupboard.LineOpen {
		row.GoneAt = &at
	}
	return h.Of(s).Cupboard().SetTicks(ctx, row)
}

// Receive puts what is in the basket into the cupboard.
func (h Jars) Receive(ctx context.Context, s *store.Session, in written.ReceiveInput) (written.Received, error) {
	var out written.Received
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := h.Of(s).Cupboard().Ticks(ctx)
	if err != nil {
		return out, err
	}
	byID := make(map[string]store.Tick, len(rows))
	for _, r := range rows {
		byID[r.ID.String()] = r
	}
	var all []store.Delivery
	for i, asked := range in.Ticks {
		at := fmt.Sprintf("/ticks/%d", i)
		move, badMove := centre.ParseID(asked.MoveID)
		jar, badJar := centre.ParseID(asked.JarID)
		if badMove != nil || badJar != nil {
			return out, strict.Bad(at, "A line that is received needs ids for its move and its jar.")
		}
		row, there := byID[asked.TickID]
		if !there {
			continue // it was received before
		}
		delivery, ok, err := h.delivery(ctx, s, d, row, jar)
		if err != nil {
			return out, err
		}
		if ok {
			delivery.Move.ID, delivery.Move.At = move, h.Clock().UTC()
			all = append(all, delivery)
		}
	}
	out.Lines, err = h.Of(s).Cupboard().Receive(ctx, all)
	return out, centre.Gone(err)
}

// delivery returns what of a tick goes into which jar; ok is false for a line that is not in the
// basket.
func (h Jars) delivery(ctx context.Context, s *store.Session, d *desk.Desk, row store.Tick,
	fresh uuid.UUID) (out store.Delivery, ok bool, err error) {
	tick, err := written.Stored[written.Tick](row.Form, row.Doc)
	if err != nil {
		return out, false, centre.Unreadable("line of the list", err)
	}
	jar, amount, inBasket := cupboard.On(d).Received(row.ItemID, tick)
	if !inBasket {
		return out, false, nil
	}
	out = store.Delivery{Tick: &row.ID, Move: store.MoveRow{Kind: stock.Received.String(), Amount: amount}}
	id, err := h.Of(s).Cupboard().JarOf(ctx, row.ItemID, row.Label)
	switch {
	case errors.Is(err, store.ErrNotFound):
		out.Jar = store.Doc{ID: fresh, Doc: strict.Write(jar)}
	case err != nil:
		return out, false, err
	default:
		out.Jar = store.Doc{ID: id, Version: 1}
	}
	return out, true, nil
}
