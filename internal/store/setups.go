package store

import (
	"context"
	"encoding/json"
	"strings"

	"github.com/google/uuid"
	"gorm.io/gorm"

	"emblo/core/clock"
	"emblo/core/written"
)

// SetupRow is one row of the list of set-ups, with the digest that was kept of it, if any.
type SetupRow struct {
	Doc
	Digest json.RawMessage
	Past   bool
}

// Cursor is where in the list of set-ups a page begins: behind the set-up with this time
// and id. The zero value is the beginning.
type Cursor struct {
	Past   bool
	PlayAt string
	ID     uuid.UUID
}

// Asked is which set-ups a list is of: those whose name, or the name of whose room, holds every one of the words;
// templates, or what is not one.
type Asked struct {
	Words     []string
	Templates bool
}

// asked is what rows of set-ups must be to be asked for.
const asked = `centre_id = @centre and deleted_at is null and coalesce((doc->>'template')::boolean, false) = @templates
	and (select coalesce(bool_and(doc->>'name' ilike w or exists (select 1 from rooms r where r.centre_id = @centre and r.id = setups.room_id and r.doc->>'name' ilike w)), true)
		from jsonb_array_elements_text(cast(@words as jsonb)) w)`

// keptDigest is the digest of the version of a set-up that is read, if one was kept.
const keptDigest = `select digest from digests where digests.centre_id = setups.centre_id and digests.setup_id = setups.id and digests.version = setups.version`

// SetupsFrom returns at most limit set-ups behind the cursor: those from a moment on first
// and in order, then the earlier ones, latest first.
func (c Glances) SetupsFrom(ctx context.Context, which Asked, from clock.Wall, after Cursor, limit int) ([]SetupRow,
	error) {
	start, past := after, Cursor{Past: true, PlayAt: from.String()}
	if after.Past {
		past = after
	}
	words := make([]string, len(which.Words))
	for i, w := range which.Words {
		words[i] = "%" + likely.Replace(w) + "%"
	}
	list, err := json.Marshal(words)
	if err != nil {
		return nil, err
	}
	var rows []SetupRow
	err = c.on(ctx).Raw(`
		select * from (select centre_id, id, doc, form, version, updated_at, (`+keptDigest+`) digest, false past from setups
			where not @past and `+asked+` and play_at >= @from and (play_at, id) > (@at, @id)
			order by play_at, id limit @limit) coming
		union all
		select * from (select centre_id, id, doc, form, version, updated_at, (`+keptDigest+`) digest, true past from setups
			where `+asked+` and play_at < @from and (play_at, id) < (@pastAt, @pastID)
			order by play_at desc, id desc limit @limit) past
		limit @limit`,
		map[string]any{"past": after.Past, "centre": c.id, "from": from.String(), "at": start.PlayAt, "id": start.ID,
			"pastAt": past.PlayAt, "pastID": past.ID, "limit": limit, "words": string(list),
			"templates": which.Templates}).Scan(&rows).Error
	return rows, err
}

// likely takes the meaning of wildcards from what somebody typed.
var likely = strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`)

// Coming returns at most limit set-ups that open from one moment on and before another, in order;
// templates are none.
func (c Glances) Coming(ctx context.Context, from, until clock.Wall, limit int) ([]SetupRow, error) {
	var rows []SetupRow
	err := c.coming(ctx, from, until, limit).Find(&rows).Error
	return rows, err
}

// ComingWith returns those of them that a mix by one of some recipes goes into, and those in a form that this program
// does not look into.
func (c Glances) ComingWith(ctx context.Context, recipes []string, from, until clock.Wall, limit int) ([]SetupRow,
	error) {
	var rows []SetupRow
	err := c.coming(ctx, from, until, limit).Where(`form <> ? or exists (select from jsonb_array_elements(doc->'places') p
		where p->'base'->>'recipe_id' in ?)`, written.Version, recipes).Find(&rows).Error
	return rows, err
}

func (c Glances) coming(ctx context.Context, from, until clock.Wall, limit int) *gorm.DB {
	return c.kept(ctx, Setups).Where(
		"play_at >= ? and play_at < ? and coalesce((doc->>'template')::boolean, false) = false", from.String(),
		until.String()).Order("play_at, id").Limit(limit)
}
