package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"

	"emblo/core/written"
)

// Event is something that happened. Events are only ever added.
type Event struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"` // made by the client
	At       time.Time
	StaffID  *uuid.UUID
	Kind     string
	Doc      json.RawMessage `gorm:"type:jsonb"`
	Form     int
}

// AddEvent notes what happened; one with the id of an earlier one changes nothing.
func (c *Centre) AddEvent(ctx context.Context, e Event) error {
	e.CentreID, e.Form = c.id, written.Version
	return c.on(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(&e).Error
}

// note adds the event of a change to a document.
func (c *Centre) note(ctx context.Context, what string, k Kind, id uuid.UUID, version int) error {
	event, err := uuid.NewV7()
	if err != nil {
		return err
	}
	doc, err := json.Marshal(map[string]any{"id": id, "version": version})
	if err != nil {
		return err
	}
	return c.AddEvent(ctx, Event{ID: event, At: c.clock(), StaffID: c.by, Kind: string(k) + " " + what, Doc: doc})
}

// Events returns at most limit events before a moment, latest first.
func (c *Centre) Events(ctx context.Context, before time.Time, limit int) ([]Event, error) {
	var all []Event
	err := c.mine(ctx).Where("at < ?", before).Order("at desc, id desc").Limit(limit).Find(&all).Error
	return all, err
}
