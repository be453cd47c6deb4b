package store

import (
	"context"
	"encoding/json"
	"errors"
	"reflect"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"

	"emblo/core/written"
)

// Kind is a sort of document that a centre keeps: the name of its table.
type Kind string

// The kinds.
const (
	Rooms   Kind = "rooms"
	Setups  Kind = "setups"
	Things  Kind = "items"
	Recipes Kind = "recipes"
	Jars    Kind = "jars"
	Batches Kind = "batches"
)

// nameIndex is the index that keeps two documents of a kind from having one name; "" for a
// kind whose names may repeat.
var nameIndex = map[Kind]string{Rooms: "rooms_name", Things: "items_name", Recipes: "recipes_name", Jars: "jars_label"}

// Doc is a document as it is kept, in the written form of its number.
type Doc struct {
	CentreID  uuid.UUID       `gorm:"primaryKey"`
	ID        uuid.UUID       `gorm:"primaryKey"`
	Doc       json.RawMessage `gorm:"type:jsonb"`
	Form      int
	Version   int
	UpdatedAt time.Time
	DeletedAt *time.Time
}

// RecipeVersion is a recipe as it once was saved.
type RecipeVersion struct {
	CentreID uuid.UUID       `gorm:"primaryKey"`
	RecipeID uuid.UUID       `gorm:"primaryKey"`
	Version  int             `gorm:"primaryKey"`
	Doc      json.RawMessage `gorm:"type:jsonb"`
	Form     int
	SavedAt  time.Time
}

// of returns a fresh query on this centre's documents of a kind, deleted ones too.
func (c *Centre) of(ctx context.Context, k Kind) *gorm.DB { return c.mine(ctx).Table(string(k)) }

// kept returns the same without what is marked as deleted.
func (c *Centre) kept(ctx context.Context, k Kind) *gorm.DB {
	return c.of(ctx, k).Where("deleted_at is null")
}

// Doc returns one document, or ErrNotFound.
func (c *Centre) Doc(ctx context.Context, k Kind, id uuid.UUID) (Doc, error) {
	var d Doc
	err := c.kept(ctx, k).Where("id = ?", id).Take(&d).Error
	return d, notFound(err)
}

// Count returns how many documents of a kind there are.
func (c *Centre) Count(ctx context.Context, k Kind) (n int64, err error) {
	err = c.kept(ctx, k).Count(&n).Error
	return n, err
}

// Save keeps a document: it creates one when version is 0, or replaces that version. A
// repeated save that has gone through returns what it stored. Of a recipe every version is
// kept. The errors are *Conflict with what is stored for a stale version, ErrNotFound for a
// document that is gone or was deleted, ErrNameTaken, ErrNoRoom.
func (c *Centre) Save(ctx context.Context, k Kind, id uuid.UUID, version int, doc []byte) (saved Doc, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		if err := tx.holdID(ctx, id); err != nil {
			return err
		}
		var current Doc
		err := notFound(tx.of(ctx, k).Where("id = ?", id).Take(&current).Error)
		existed := err == nil
		switch {
		case errors.Is(err, ErrNotFound) && version > 0, existed && current.DeletedAt != nil:
			return ErrNotFound
		case err != nil && !errors.Is(err, ErrNotFound):
			return err
		case existed:
			if repeated, err := stale(current, version, doc); repeated || err != nil {
				saved = current
				return err
			}
		}
		saved = Doc{CentreID: c.id, ID: id, Doc: doc, Form: written.Version, Version: version + 1,
			UpdatedAt: tx.clock()}
		return tx.write(ctx, k, saved, existed)
	})
	switch {
	case nameIndex[k] != "" && violates(err, uniqueViolation, nameIndex[k]):
		return Doc{}, ErrNameTaken
	case violates(err, foreignKeyViolation, ""):
		return Doc{}, ErrNoRoom
	}
	return saved, err
}

// stale reports whether a save over a version has gone through before and its answer was
// lost; for any other version that is not the stored one it is a *Conflict.
func stale(current Doc, version int, doc []byte) (repeated bool, err error) {
	switch {
	case current.Version == version:
		return false, nil
	case current.Version == version+1 && sameJSON(current.Doc, doc):
		return true, nil
	}
	return false, &Conflict{current}
}

func (c *Centre) write(ctx context.Context, k Kind, d Doc, existed bool) error {
	var err error
	if existed {
		err = c.kept(ctx, k).Where("id = ?", d.ID).Select("doc", "form", "version", "updated_at").Updates(d).Error
	} else {
		err = c.create(ctx, k, d)
	}
	if err == nil {
		err = c.note(ctx, "saved", k, d.ID, d.Version)
	}
	if err != nil || k != Recipes {
		return err
	}
	return c.on(ctx).Create(&RecipeVersion{c.id, d.ID, d.Version, d.Doc, d.Form, d.UpdatedAt}).Error
}

// create adds a document; a batch is made when it is first kept.
func (c *Centre) create(ctx context.Context, k Kind, d Doc) error {
	q := c.on(ctx).Table(string(k)).Omit("DeletedAt")
	if k != Batches {
		return q.Create(&d).Error
	}
	return q.Create(&struct {
		Doc
		MadeAt time.Time
	}{d, d.UpdatedAt}).Error
}

// Add keeps new documents, all of them or none. The errors are those of Save.
func (c *Centre) Add(ctx context.Context, k Kind, docs map[uuid.UUID][]byte) error {
	rows := make([]Doc, 0, len(docs))
	for id, doc := range docs {
		rows = append(rows, Doc{CentreID: c.id, ID: id, Doc: doc, Form: written.Version, Version: 1,
			UpdatedAt: c.clock()})
	}
	if len(rows) == 0 {
		return nil
	}
	err := c.transact(ctx, func(tx *Centre) error {
		if err := tx.on(ctx).Table(string(k)).Omit("deleted_at").CreateInBatches(&rows, 500).Error; err != nil {
			return err
		}
		for _, row := range rows {
			if err := tx.note(ctx, "saved", k, row.ID, 1); err != nil {
				return err
			}
		}
		return nil
	})
	if nameIndex[k] != "" && violates(err, uniqueViolation, nameIndex[k]) {
		return ErrNameTaken
	}
	return err
}

// Delete marks a document as deleted, a room with its set-ups, or returns ErrNotFound.
func (c *Centre) Delete(ctx context.Context, k Kind, id uuid.UUID) error {
	return c.transact(ctx, func(tx *Centre) error {
		mark := map[string]any{"deleted_at": tx.clock(), "deleted_with": id}
		res := tx.kept(ctx, k).Where("id = ?", id).Updates(mark)
		if res.Error != nil {
			return res.Error
		}
		if res.RowsAffected == 0 {
			return ErrNotFound
		}
		if k == Rooms {
			if err := tx.kept(ctx, Setups).Where("room_id = ?", id).Updates(mark).Error; err != nil {
				return err
			}
		}
		return tx.note(ctx, "deleted", k, id, 0)
	})
}

// Restore brings back a document that was deleted, with all that was deleted with it; one
// that is there already stays as it is. The errors are ErrNotFound, and ErrNameTaken when
// another has its name by now.
func (c *Centre) Restore(ctx context.Context, k Kind, id uuid.UUID) (d Doc, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		back := map[string]any{"deleted_at": nil, "deleted_with": nil}
		res := tx.of(ctx, k).Where("id = ? and deleted_at is not null", id).Updates(back)
		if res.Error != nil {
			return res.Error
		}
		if res.RowsAffected > 0 {
			if err := tx.note(ctx, "restored", k, id, 0); err != nil {
				return err
			}
		}
		if k == Rooms {
			if err := tx.of(ctx, Setups).Where("deleted_with = ?", id).Updates(back).Error; err != nil {
				return err
			}
		}
		d, err = tx.Doc(ctx, k, id)
		return err
	})
	if nameIndex[k] != "" && violates(err, uniqueViolation, nameIndex[k]) {
		return d, ErrNameTaken
	}
	return d, err
}

// RecipeVersions returns the versions of a recipe, latest first.
func (c *Centre) RecipeVersions(ctx context.Context, id uuid.UUID) ([]RecipeVersion, error) {
	var all []RecipeVersion
	err := c.mine(ctx).Where("recipe_id = ?", id).Order("version desc").Find(&all).Error
	return all, err
}

// holdID serialises saves of one id of this centre until the transaction ends: two first
// saves of one id have no row to hold yet.
func (c *Centre) holdID(ctx context.Context, id uuid.UUID) error {
	return c.on(ctx).Exec("select pg_advisory_xact_lock(hashtextextended(?, 0))", c.id.String()+id.String()).Error
}

func sameJSON(a, b json.RawMessage) bool {
	var x, y any
	return json.Unmarshal(a, &x) == nil && json.Unmarshal(b, &y) == nil && reflect.DeepEqual(x, y)
}
