package store

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/google/uuid"
)

// Revisions are the tokens of the parts of what a centre has stored. Equal tokens mean
// equal state.
type Revisions struct{ People, Shelf, Stock uuid.UUID }

// NamedDoc is a document with the name that stands in it.
type NamedDoc struct {
	ID      uuid.UUID       `json:"id"`
	Version int             `json:"version"`
	Form    int             `json:"form"`
	Name    string          `json:"name"`
	Doc     json.RawMessage `json:"doc"`
}

// People is the rooms and settings of a centre at one revision.
type People struct {
	Revision uuid.UUID
	TimeZone string
	Doc      json.RawMessage
	Form     int
	Rooms    []NamedDoc `gorm:"serializer:json"`
	Days     []DayRow   `gorm:"serializer:json"` // from the day that was asked for on
}

// docsOf is the subquery for the documents of a table by name, as JSON.
const docsOf = `(select coalesce(json_agg(json_build_object('id', d.id, 'version', d.version, 'form', d.form, 'name', coalesce(d.doc->>'name', ''), 'doc', d.doc)
	order by lower(d.doc->>'name'), d.id), '[]') from %s d where d.centre_id = c.id and d.deleted_at is null)`

func docs(k Kind) string { return fmt.Sprintf(docsOf, k) }

// People returns the rooms and settings, and who is here from a day on, such as 2026-11-24. One
// statement sees one moment, so that what is returned is what the revision stands for.
func (c Parts) People(ctx context.Context, from string) (p People, err error) {
	err = c.part(ctx, &p, `select people_revision revision, time_zone, doc, form, `+docs(Rooms)+` rooms,
		(select coalesce(json_agg(json_build_object('room_id', y.room_id, 'day', y.day, 'doc', y.doc, 'form', y.form, 'version', y.version) order by y.day), '[]')
			from days y where y.centre_id = c.id and y.day >= ?) days
		from centres c where id = ?`, from)
	return p, err
}

// ShelfRows is a centre's own things and recipes at one revision.
type ShelfRows struct {
	Revision        uuid.UUID
	Things, Recipes []NamedDoc `gorm:"serializer:json"`
}

// Shelf returns the centre's own things and recipes, at one moment.
func (c Parts) Shelf(ctx context.Context) (s ShelfRows, err error) {
	err = c.part(ctx, &s, `select shelf_revision revision, `+docs(Things)+` things, `+docs(Recipes)+
		` recipes from centres c where id = ?`)
	return s, err
}

// StockRows is the cupboard and the log of additions at one revision.
type StockRows struct {
	Revision uuid.UUID
	Jars     []JarRow   `gorm:"serializer:json"`
	Log      []Addition `gorm:"serializer:json"`
	Batches  []BatchRow `gorm:"serializer:json"` // that are not over
}

// Stock returns the cupboard, the batches in use and the latest additions of every recipe, at one moment.
func (c Parts) Stock(ctx context.Context) (s StockRows, err error) {
	err = c.part(ctx, &s, `with clock (now) as (select cast(? as timestamptz))
		select stock_revision revision, `+jarsOf+` jars, `+batchesOf+` batches,
		(select coalesce(json_agg(json_build_object('RecipeID', a.recipe_id, 'Day', a.day, 'ItemID', a.item_id, 'Share', a.share, 'Symptom', a.symptom) order by a.day desc, a.id), '[]')
			from (select *, row_number() over (partition by recipe_id order by day desc, id) n from additions where centre_id = c.id) a where a.n <= 300) log
		from centres c, clock where id = ?`, c.clock())
	return s, err
}

// part asks for a part of the centre, whose id is the last that the query names.
func (c Parts) part(ctx context.Context, into any, query string, of ...any) error {
	res := c.on(ctx).Raw(query, append(of, c.id)...).Scan(into)
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
