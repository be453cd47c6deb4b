package httpapi

import (
	"context"
	"fmt"
	"sync"

	"github.com/google/uuid"

	"emblo/core/material"
	"emblo/internal/store"
)

// kitchen is what a centre had stored at one revision: what live answers are made from. It
// is read when it is first asked for. Nothing that it returns may be changed.
type kitchen struct {
	revision int64

	mu     sync.Mutex
	rooms  map[uuid.UUID]store.Room
	things *things
	noted  map[string]store.CupboardRow
	logs   map[string][]store.Addition
}

// maxKitchens bounds the centres whose kitchens are kept.
const maxKitchens = 100

// kitchens keeps the kitchen of each centre until its revision goes up. Every request reads
// the revision with its session, so a change by any process is seen by the next request.
type kitchens struct {
	mu   sync.Mutex
	kept map[uuid.UUID]*kitchen
}

// of returns the kitchen of the signed-in centre. What is read into it is never older than
// the revision that the request saw.
func (ks *kitchens) of(session *store.Session) *kitchen {
	ks.mu.Lock()
	defer ks.mu.Unlock()
	k := ks.kept[session.CentreID]
	if k == nil || k.revision < session.Revision {
		if k == nil && len(ks.kept) >= maxKitchens {
			clear(ks.kept)
		}
		k = &kitchen{revision: session.Revision, rooms: make(map[uuid.UUID]store.Room), logs: make(map[string][]store.Addition)}
		ks.kept[session.CentreID] = k
	}
	return k
}

// room returns a room for an answer, or store.ErrNotFound.
func (s *Server) room(ctx context.Context, id uuid.UUID) (store.Room, error) {
	k := s.kitchens.of(sessionOf(ctx))
	k.mu.Lock()
	defer k.mu.Unlock()
	if row, ok := k.rooms[id]; ok {
		return row, nil
	}
	row, err := s.centre(ctx).Room(ctx, id)
	if err == nil {
		k.rooms[id] = row
	}
	return row, err
}

// shelfOf returns the shelf as the signed-in centre has it, with its recipes.
func (s *Server) shelfOf(ctx context.Context) (things, error) {
	k := s.kitchens.of(sessionOf(ctx))
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.things != nil {
		return *k.things, nil
	}
	rows, err := s.centre(ctx).Items(ctx)
	if err != nil {
		return things{}, err
	}
	own := make([]material.Item, 0, len(rows))
	for _, row := range rows {
		it, err := ownItem(row)
		if err != nil {
			return things{}, fmt.Errorf("own item %s: %w", row.ID, err)
		}
		own = append(own, it)
	}
	t := things{Shelf: material.Standard().With(own), prepared: s.prepared}
	if t.own, err = s.ownRecipes(ctx, t); err != nil {
		return things{}, err
	}
	t.recipes = s.allRecipes(t.own)
	k.things = &t
	return t, nil
}

// noted returns what is noted of the things in the cupboard, by id.
func (s *Server) noted(ctx context.Context) (map[string]store.CupboardRow, error) {
	k := s.kitchens.of(sessionOf(ctx))
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.noted != nil {
		return k.noted, nil
	}
	rows, err := s.centre(ctx).Cupboard(ctx)
	if err != nil {
		return nil, err
	}
	k.noted = make(map[string]store.CupboardRow, len(rows))
	for _, row := range rows {
		k.noted[row.ItemID] = row
	}
	return k.noted, nil
}

// cupboard returns the ids of the things that are in the cupboard.
func (s *Server) cupboard(ctx context.Context) (map[string]bool, error) {
	rows, err := s.noted(ctx)
	here := make(map[string]bool, len(rows))
	for id, row := range rows {
		if row.Here {
			here[id] = true
		}
	}
	return here, err
}

// additions returns what was added to the batches of a recipe.
func (s *Server) additions(ctx context.Context, recipe string) ([]store.Addition, error) {
	k := s.kitchens.of(sessionOf(ctx))
	k.mu.Lock()
	defer k.mu.Unlock()
	if log, ok := k.logs[recipe]; ok {
		return log, nil
	}
	log, err := s.centre(ctx).Additions(ctx, recipe)
	if err == nil {
		k.logs[recipe] = log
	}
	return log, err
}
