package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// Item is a thing of the centre's own shelf. Content is JSON in the columns of the shelf
// file.
type Item struct {
	CentreID  uuid.UUID       `gorm:"primaryKey"`
	ID        uuid.UUID       `gorm:"primaryKey"`
	Content   json.RawMessage `gorm:"type:jsonb"`
	Version   int
	UpdatedAt time.Time
}

// Items returns every thing of the centre's own by name.
func (c *Centre) Items(ctx context.Context) ([]Item, error) {
	var items []Item
	err := c.mine(ctx).Order("lower(content->>'name'), id").Find(&items).Error
	return items, err
}

// Item returns one thing of the centre's own, or ErrNotFound.
func (c *Centre) Item(ctx context.Context, id uuid.UUID) (Item, error) {
	var it Item
	err := c.mine(ctx).Where("id = ?", id).Take(&it).Error
	return it, notFound(err)
}

// SaveItem creates the thing when it.Version is 0, or replaces the version it.Version.
// Repeating a save that has gone through returns what it stored. The errors are
// *Conflict[Item] for a stale version, ErrNotFound for one that is gone, ErrItemNameTaken.
func (c *Centre) SaveItem(ctx context.Context, it Item) (Item, error) {
	it.CentreID = c.id
	saved, err := save[Item]{
		id: it.ID, version: it.Version,
		get:  func(tx *Centre) (Item, error) { return tx.Item(ctx, it.ID) },
		at:   func(stored Item) int { return stored.Version },
		same: func(stored Item) bool { return sameJSON(stored.Content, it.Content) },
		write: func(tx *Centre, version int, _ bool) error {
			it.Version, it.UpdatedAt = version, tx.db.NowFunc()
			return tx.db.WithContext(ctx).Clauses(replaceByID).Create(&it).Error
		},
	}.run(ctx, c)
	if violates(err, uniqueViolation, "items_name") {
		return Item{}, ErrItemNameTaken
	}
	return saved, err
}

// AddItems adds new things, all of them or none; ErrItemNameTaken when a name is taken.
func (c *Centre) AddItems(ctx context.Context, items []Item) error {
	if len(items) == 0 {
		return nil
	}
	for i := range items {
		items[i].CentreID, items[i].Version, items[i].UpdatedAt = c.id, 1, c.db.NowFunc()
	}
	err := c.transact(ctx, func(tx *Centre) error { return tx.db.WithContext(ctx).CreateInBatches(&items, 500).Error })
	if violates(err, uniqueViolation, "items_name") {
		return ErrItemNameTaken
	}
	return err
}

// DeleteItem deletes a thing of the centre's own, or returns ErrNotFound.
func (c *Centre) DeleteItem(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Item{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
