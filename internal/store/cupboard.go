package store

import (
	"context"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"
)

// CupboardRow is what is noted of one thing in the cupboard. What is nil is not known.
type CupboardRow struct {
	CentreID   uuid.UUID `gorm:"primaryKey"`
	ItemID     string    `gorm:"primaryKey"`
	Here       bool
	Grams      *float64
	PackG      *float64
	PriceCoins *int
}

// TableName names the table for GORM.
func (CupboardRow) TableName() string { return "cupboard" }

// SetCupboard notes whether things are in the cupboard. How much of them there was is not
// known any more.
func (c *Centre) SetCupboard(ctx context.Context, here bool, ids ...string) error {
	rows := make([]CupboardRow, len(ids))
	for i, id := range ids {
		rows[i] = CupboardRow{CentreID: c.id, ItemID: id, Here: here}
	}
	return c.keep(ctx, rows, "here", "grams")
}

// SetAmounts notes how much of things there is and what they were bought for.
func (c *Centre) SetAmounts(ctx context.Context, rows ...CupboardRow) error {
	for i := range rows {
		rows[i].CentreID = c.id
		rows[i].Here = rows[i].Grams == nil || *rows[i].Grams > 0
	}
	return c.keep(ctx, rows, "here", "grams", "pack_g", "price_coins")
}

func (c *Centre) keep(ctx context.Context, rows []CupboardRow, columns ...string) error {
	if len(rows) == 0 {
		return nil
	}
	return c.db.WithContext(ctx).Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "centre_id"}, {Name: "item_id"}},
		DoUpdates: clause.AssignmentColumns(columns)}).Create(&rows).Error
}

// Addition is something that was worked into a batch of a recipe on a day.
type Addition struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	RecipeID string
	Day      string
	ItemID   string
	Share    float64
	Symptom  string
}

// AddAddition logs an addition; one with the id of an earlier one changes nothing.
func (c *Centre) AddAddition(ctx context.Context, a Addition) error {
	a.CentreID = c.id
	return c.db.WithContext(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(&a).Error
}

// DeleteAddition takes an addition back, or returns ErrNotFound.
func (c *Centre) DeleteAddition(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Addition{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
