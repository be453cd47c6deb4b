package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"
)

// Recipe is a recipe of the centre's own. Content is JSON as the contract writes it.
type Recipe struct {
	CentreID  uuid.UUID       `gorm:"primaryKey"`
	ID        uuid.UUID       `gorm:"primaryKey"`
	Content   json.RawMessage `gorm:"type:jsonb"`
	Version   int
	UpdatedAt time.Time
}

// RecipeVersion is a recipe as it once was saved.
type RecipeVersion struct {
	CentreID uuid.UUID       `gorm:"primaryKey"`
	RecipeID uuid.UUID       `gorm:"primaryKey"`
	Version  int             `gorm:"primaryKey"`
	Content  json.RawMessage `gorm:"type:jsonb"`
	SavedAt  time.Time
}

// Recipes returns every recipe of the centre's own by name.
func (c *Centre) Recipes(ctx context.Context) ([]Recipe, error) {
	var all []Recipe
	err := c.mine(ctx).Order("lower(content->>'name'), id").Find(&all).Error
	return all, err
}

// Recipe returns one recipe of the centre's own, or ErrNotFound.
func (c *Centre) Recipe(ctx context.Context, id uuid.UUID) (Recipe, error) {
	var r Recipe
	err := c.mine(ctx).Where("id = ?", id).Take(&r).Error
	return r, notFound(err)
}

// RecipeVersions returns the versions of a recipe, latest first.
func (c *Centre) RecipeVersions(ctx context.Context, id uuid.UUID) ([]RecipeVersion, error) {
	var all []RecipeVersion
	err := c.mine(ctx).Where("recipe_id = ?", id).Order("version desc").Find(&all).Error
	return all, err
}

// SaveRecipe creates the recipe when r.Version is 0, or replaces the version r.Version; each
// version is kept. Repeating a save that has gone through returns what it stored. The
// errors are *Conflict[Recipe] for a stale version, ErrNotFound for one that is gone,
// ErrRecipeNameTaken.
func (c *Centre) SaveRecipe(ctx context.Context, r Recipe) (Recipe, error) {
	r.CentreID = c.id
	saved, err := save[Recipe]{
		id: r.ID, version: r.Version,
		get:  func(tx *Centre) (Recipe, error) { return tx.Recipe(ctx, r.ID) },
		at:   func(stored Recipe) int { return stored.Version },
		same: func(stored Recipe) bool { return sameJSON(stored.Content, r.Content) },
		write: func(tx *Centre, version int, _ bool) error {
			r.Version, r.UpdatedAt = version, tx.db.NowFunc()
			if err := tx.db.WithContext(ctx).Clauses(replaceByID).Create(&r).Error; err != nil {
				return err
			}
			return tx.db.WithContext(ctx).Create(&RecipeVersion{c.id, r.ID, version, r.Content, r.UpdatedAt}).Error
		},
	}.run(ctx, c)
	if violates(err, uniqueViolation, "recipes_name") {
		return Recipe{}, ErrRecipeNameTaken
	}
	return saved, err
}

// DeleteRecipe deletes a recipe with its versions, or returns ErrNotFound.
func (c *Centre) DeleteRecipe(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Recipe{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
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

// Additions returns what was added to a recipe's batches, latest day first, at most a few
// hundred.
func (c *Centre) Additions(ctx context.Context, recipe string) ([]Addition, error) {
	var all []Addition
	err := c.mine(ctx).Where("recipe_id = ?", recipe).Order("day desc, id").Limit(300).Find(&all).Error
	return all, err
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
