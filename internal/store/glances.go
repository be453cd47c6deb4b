package store

import (
	"context"
	"encoding/json"

	"github.com/google/uuid"
)

// VersionedDigest is a digest of one version of a set-up.
type VersionedDigest struct {
	Version int
	Digest  json.RawMessage
}

// KeepDigests keeps what was reckoned of set-ups, by id, each only while its version is the
// one that was reckoned. Rows are written in the order of their ids, so that two who keep them do not wait for each
// other.
func (c Glances) KeepDigests(ctx context.Context, digests map[uuid.UUID]VersionedDigest) error {
	if len(digests) == 0 {
		return nil
	}
	type row struct {
		ID      uuid.UUID       `json:"id"`
		Version int             `json:"version"`
		Digest  json.RawMessage `json:"digest"`
	}
	rows := make([]row, 0, len(digests))
	for id, d := range digests {
		rows = append(rows, row{id, d.Version, d.Digest})
	}
	text, err := json.Marshal(rows)
	if err != nil {
		return err
	}
	return c.on(ctx).Exec(`insert into digests (centre_id, setup_id, version, digest)
		select s.centre_id, s.id, n.version, n.digest from jsonb_to_recordset(?::jsonb) n(id uuid, version integer, digest jsonb)
		join setups s on s.centre_id = ? and s.id = n.id and s.version = n.version order by s.id
		on conflict (centre_id, setup_id) do update set version = excluded.version, digest = excluded.digest where digests.version <= excluded.version`, string(text), c.id).Error
}

// KeepSeen notes what somebody took note of about set-ups, by id. Where onlyFirst is set it is noted of
// those alone of which nothing has been yet.
func (c Glances) KeepSeen(ctx context.Context, seen map[uuid.UUID]json.RawMessage, onlyFirst bool) error {
	if len(seen) == 0 {
		return nil
	}
	text, err := json.Marshal(seen)
	if err != nil {
		return err
	}
	return c.on(ctx).Exec(`insert into seen (centre_id, setup_id, seen)
		select s.centre_id, s.id, n.value from jsonb_each(?::jsonb) n(key, value) join setups s on s.centre_id = ? and s.id = n.key::uuid order by s.id
		on conflict (centre_id, setup_id) do update set seen = excluded.seen where not ?`, string(text), c.id, onlyFirst).Error
}
