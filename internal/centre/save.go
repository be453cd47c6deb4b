package centre

import (
	"context"
	"errors"
	"fmt"

	"github.com/google/uuid"

	"emblo/core/strict"
	"emblo/internal/store"
)

// save keeps a document. A stale version is a *Conflict with what is stored, as current
// writes it; a name that is taken and a room that is gone are faults at their fields.
func (h *House) Save(ctx context.Context, s *store.Session, k store.Kind, id uuid.UUID, version int, doc any, what kind,
	current func(store.Doc) (any, error)) (store.Doc, error) {
	if version < 0 {
		return store.Doc{}, strict.Bad("/version", "The version cannot be negative.")
	}
	saved, err := h.Of(s).Save(ctx, k, id, version, strict.Write(doc))
	var stale *store.Conflict
	switch {
	case errors.As(err, &stale):
		stored, err := current(stale.Current)
		if err != nil {
			return saved, err
		}
		return saved, &Conflict{what.words, stored}
	case errors.Is(err, store.ErrNameTaken):
		return saved, what.taken()
	case errors.Is(err, store.ErrNoRoom):
		return saved, strict.Bad("/room_id", "Choose a room: this one is not there any more.")
	}
	return saved, Gone(err)
}

// kind is what a sort of document is called in sentences, and where its name stands.
type kind struct{ words, nameAt string }

var (
	ARoom   = kind{"room", "/name"}
	ASetup  = kind{"set-up", "/name"}
	AThing  = kind{"thing", "/row/name"}
	ARecipe = kind{"recipe", "/recipe/name"}
	AJar    = kind{"jar", "/item_id"}
	ABatch  = kind{"batch", "/name"}
	kinds   = map[store.Kind]kind{store.Rooms: ARoom, store.Setups: ASetup, store.Things: AThing,
		store.Recipes: ARecipe, store.Jars: AJar, store.Batches: ABatch}
)

func (k kind) taken() *strict.Fault {
	article := map[string]string{"room": "Another room", "thing": "Another thing of your own",
		"recipe": "Another recipe of your own"}[k.words]
	if k == AJar {
		return strict.Bad(k.nameAt, "There is a jar of this with the same label already.")
	}
	return strict.Bad(k.nameAt, "%s has this name already.", article)
}

// unreadable is the fault of a stored document that does not read.
func Unreadable(what string, err error) error {
	return &strict.Fault{Code: "does-not-read",
		Sentence: fmt.Sprintf("This %s does not read, so it cannot be checked: %s", what, err)}
}

// Delete marks a document as deleted, a room with its set-ups. What stood on it says then
// that it is gone; nothing is ever shown as cleared.
func (h *House) Delete(ctx context.Context, s *store.Session, k store.Kind, id uuid.UUID) error {
	return Gone(h.Of(s).Delete(ctx, k, id))
}

// Restore brings back what was deleted, a room with the set-ups that went with it.
func (h *House) Restore(ctx context.Context, s *store.Session, k store.Kind, id uuid.UUID) error {
	_, err := h.Of(s).Restore(ctx, k, id)
	if errors.Is(err, store.ErrNameTaken) {
		return kinds[k].taken()
	}
	return Gone(err)
}

// ParseID reads the id of something of a centre's own. What is no UUID is nobody's.
func ParseID(text string) (uuid.UUID, error) {
	id, err := uuid.Parse(text)
	if err != nil || len(text) != 36 {
		return uuid.UUID{}, ErrGone
	}
	return id, nil
}
