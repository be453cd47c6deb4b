package store

import (
	"context"
	"reflect"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"
)

// Room is a room with its children in order.
type Room struct {
	CentreID  uuid.UUID `gorm:"primaryKey"`
	ID        uuid.UUID `gorm:"primaryKey"`
	Name      string
	Adults    int
	Measures  string
	Drawer    []string `gorm:"serializer:json"` // labels of measures; the usual set when empty
	NutFree   bool
	Illness   bool
	Pet       bool
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
	Needs               Needs     `gorm:"serializer:json"`
}

// Needs is the little more that a rule asks about a child.
type Needs struct {
	Asthma bool     `json:"asthma,omitempty"`
	Eczema bool     `json:"eczema,omitempty"`
	Eaten  []string `json:"eaten,omitempty"`
	Avoids []string `json:"avoids,omitempty"`
	Seeks  []string `json:"seeks,omitempty"`
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

// Room returns one room, or ErrNotFound. It is asked for with every live answer, so room
// and children come in one query.
func (c *Centre) Room(ctx context.Context, id uuid.UUID) (Room, error) {
	var found struct {
		Room
		Kids []Child `gorm:"serializer:json"`
	}
	res := c.db.WithContext(ctx).Raw(`
		select r.*, (select coalesce(json_agg(json_build_object('CentreID', k.centre_id, 'RoomID', k.room_id, 'ID', k.id, 'Position', k.position,
			'Initials', k.initials, 'Born', k.born, 'Mouths', k.mouths, 'DevelopmentalMonths', k.developmental_months,
			'Allergies', k.allergies, 'Needs', k.needs) order by k.position), '[]')
			from children k where k.centre_id = r.centre_id and k.room_id = r.id) kids
		from rooms r where r.centre_id = ? and r.id = ?`, c.id, id).Scan(&found)
	if res.Error == nil && res.RowsAffected == 0 {
		return Room{}, ErrNotFound
	}
	found.Room.Children = found.Kids
	return found.Room, res.Error
}

func byPosition(db *gorm.DB) *gorm.DB { return db.Order("position") }

// SaveRoom creates the room when r.Version is 0, or replaces the version r.Version, with
// its children, all or nothing. Repeating a save that has gone through returns what it
// stored. The errors are *Conflict[Room] for a stale version, ErrNotFound for a room that
// is gone, ErrNameTaken.
func (c *Centre) SaveRoom(ctx context.Context, r Room) (Room, error) {
	r.CentreID = c.id
	if r.Drawer == nil {
		r.Drawer = []string{}
	}
	for i := range r.Children {
		r.Children[i].CentreID, r.Children[i].RoomID, r.Children[i].Position = c.id, r.ID, i
	}
	saved, err := save[Room]{
		id: r.ID, version: r.Version,
		get:  func(tx *Centre) (Room, error) { return tx.Room(ctx, r.ID) },
		at:   func(stored Room) int { return stored.Version },
		same: func(stored Room) bool { return sameRoom(stored, r) },
		write: func(tx *Centre, version int, existed bool) error {
			if existed {
				if err := tx.mine(ctx).Where("room_id = ?", r.ID).Delete(&Child{}).Error; err != nil {
					return err
				}
			}
			r.Version, r.UpdatedAt = version, tx.db.NowFunc()
			if err := tx.db.WithContext(ctx).Omit("Children").Clauses(replaceByID).Create(&r).Error; err != nil {
				return err
			}
			if len(r.Children) == 0 {
				return nil
			}
			return tx.db.WithContext(ctx).Create(&r.Children).Error
		},
	}.run(ctx, c)
	if violates(err, uniqueViolation, "rooms_name") {
		return Room{}, ErrNameTaken
	}
	return saved, err
}

// sameRoom reports whether saving want would change nothing but the version: the save was
// made before and its answer was lost.
func sameRoom(got, want Room) bool {
	plain := func(r Room) Room {
		r.Version, r.UpdatedAt = 0, time.Time{}
		r.Drawer = append([]string{}, r.Drawer...)
		r.Children = append([]Child{}, r.Children...)
		for i := range r.Children {
			r.Children[i].Allergies = append([]Allergy{}, r.Children[i].Allergies...)
		}
		return r
	}
	return reflect.DeepEqual(plain(got), plain(want))
}

// DeleteRoom deletes a room with its children and set-ups, or returns ErrNotFound.
func (c *Centre) DeleteRoom(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Room{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
