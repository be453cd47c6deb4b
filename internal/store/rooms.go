package store

import (
	"context"
	"errors"
	"reflect"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Room is a room with its children in order.
type Room struct {
	CentreID  uuid.UUID `gorm:"primaryKey"`
	ID        uuid.UUID `gorm:"primaryKey"`
	Name      string
	Adults    int
	Measures  string
	NutFree   bool
	Version   int
	UpdatedAt time.Time
	Children  []Child `gorm:"foreignKey:CentreID,RoomID;references:CentreID,ID"`
}

// Child is all that is kept of a child.
type Child struct {
	CentreID            uuid.UUID `gorm:"primaryKey"`
	RoomID              uuid.UUID `gorm:"primaryKey"`
	ID                  uuid.UUID `gorm:"primaryKey"`
	Position            int
	Initials            string
	Born                string // month, "2024-05"
	Mouths              string // "yes", "no" or "unknown"
	DevelopmentalMonths *int
	Allergies           []Allergy `gorm:"serializer:json"`
}

// Allergy is one declared allergy as stored.
type Allergy struct {
	To   string `json:"to"`
	By   string `json:"by"`
	Note string `json:"note,omitempty"`
}

// Rooms returns every room of the centre by name.
func (c *Centre) Rooms(ctx context.Context) ([]Room, error) {
	var rooms []Room
	err := c.mine(ctx).Preload("Children", byPosition).Order("lower(name)").Find(&rooms).Error
	return rooms, err
}

// Room returns one room, or ErrNotFound.
func (c *Centre) Room(ctx context.Context, id uuid.UUID) (Room, error) {
	var r Room
	err := c.mine(ctx).Preload("Children", byPosition).Where("id = ?", id).Take(&r).Error
	return r, notFound(err)
}

func byPosition(db *gorm.DB) *gorm.DB { return db.Order("position") }

// SaveRoom creates the room when r.Version is 0, or replaces the version r.Version, with
// its children, all or nothing. Repeating a save that has gone through returns what it
// stored. The errors are *Conflict[Room] for a stale version, ErrNotFound for a room that
// is gone, ErrNameTaken.
func (c *Centre) SaveRoom(ctx context.Context, r Room) (Room, error) {
	r.CentreID = c.id
	for i := range r.Children {
		r.Children[i].CentreID, r.Children[i].RoomID, r.Children[i].Position = c.id, r.ID, i
	}
	var saved Room
	err := c.transact(ctx, func(tx *Centre) error {
		current, err := tx.lockedRoom(ctx, r.ID)
		switch {
		case errors.Is(err, ErrNotFound) && r.Version > 0:
			return ErrNotFound
		case errors.Is(err, ErrNotFound):
			r.Version = 1
		case err != nil:
			return err
		case current.Version != r.Version:
			if sameRoom(current, r) {
				saved = current
				return nil
			}
			return &Conflict[Room]{current}
		default:
			r.Version++
			if err := tx.mine(ctx).Where("room_id = ?", r.ID).Delete(&Child{}).Error; err != nil {
				return err
			}
		}
		r.UpdatedAt = tx.db.NowFunc()
		onUpdate := clause.OnConflict{Columns: []clause.Column{{Name: "centre_id"}, {Name: "id"}}, UpdateAll: true}
		if err := tx.db.WithContext(ctx).Omit("Children").Clauses(onUpdate).Create(&r).Error; err != nil {
			return err
		}
		if len(r.Children) > 0 {
			if err := tx.db.WithContext(ctx).Create(&r.Children).Error; err != nil {
				return err
			}
		}
		saved, err = tx.Room(ctx, r.ID)
		return err
	})
	if violates(err, uniqueViolation, "rooms_name") {
		return Room{}, ErrNameTaken
	}
	return saved, err
}

// lockedRoom returns the room and holds its row until the transaction ends. Two first
// saves of one id meet at an advisory lock, since there is no row to hold yet.
func (c *Centre) lockedRoom(ctx context.Context, id uuid.UUID) (Room, error) {
	if err := c.holdID(ctx, id); err != nil {
		return Room{}, err
	}
	return c.Room(ctx, id)
}

// holdID serialises saves of one id of this centre until the transaction ends.
func (c *Centre) holdID(ctx context.Context, id uuid.UUID) error {
	return c.db.WithContext(ctx).Exec("select pg_advisory_xact_lock(hashtextextended(?, 0))", c.id.String()+id.String()).Error
}

// sameRoom reports whether saving want would change nothing but the version: the save was
// made before and its answer was lost.
func sameRoom(got, want Room) bool {
	plain := func(r Room) Room {
		r.Version, r.UpdatedAt = 0, time.Time{}
		r.Children = append([]Child{}, r.Children...)
		for i := range r.Children {
			r.Children[i].Allergies = append([]Allergy{}, r.Children[i].Allergies...)
		}
		return r
	}
	return got.Version == want.Version+1 && reflect.DeepEqual(plain(got), plain(want))
}

// DeleteRoom deletes a room with its children and set-ups, or returns ErrNotFound.
func (c *Centre) DeleteRoom(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Room{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
