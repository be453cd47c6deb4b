package setups

import (
	"context"
	"encoding/json"
	"errors"
	"strings"

	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/pen"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/store"
)

// Setup returns one set-up.
func (h Setups) Setup(ctx context.Context, s *store.Session, id uuid.UUID) (written.StoredSetup, error) {
	doc, err := h.Of(s).Doc(ctx, store.Setups, id)
	if err != nil {
		return written.StoredSetup{}, centre.Gone(err)
	}
	return setupOf(doc)
}

func setupOf(doc store.Doc) (written.StoredSetup, error) {
	w, err := written.Stored[written.Setup](doc.Form, doc.Doc)
	if err != nil {
		return written.StoredSetup{}, centre.Unreadable("set-up", err)
	}
	return written.StoredSetup{ID: doc.ID.String(), Version: doc.Version, SavedAt: doc.UpdatedAt, Setup: w}, nil
}

// SaveSetup keeps a set-up and answers it. It is stored only when it can be reckoned for
// its room, so that a stored plan always has an answer.
func (h Setups) SaveSetup(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.SetupInput) (written.SavedSetup, error) {
	var out written.SavedSetup
	checked, fault := in.Checked()
	if fault != nil {
		return out, fault
	}
	in.Setup = checked
	d, at, err := h.DeskAt(ctx, s)
	if err != nil {
		return out, err
	}
	answer, judged, err := bench.On(d).AnswerForList(in.Plan)
	if errors.Is(err, centre.ErrGone) {
		return out, strict.Bad("/room_id", "Choose a room: this one is not there any more.")
	}
	if err != nil {
		return out, err
	}
	saved, err := h.Save(ctx, s, store.Setups, id, in.Version, in.Setup, centre.ASetup, func(doc store.Doc) (any,
		error) {
		return setupOf(doc)
	})
	if err != nil {
		return out, err
	}
	if err := h.Keep(ctx, s, map[uuid.UUID]store.VersionedDigest{id: {Version: saved.Version, Digest: h.Kept(at,
		in.Plan, judged)}}); err != nil {
		return out, err
	}
	// Who saves a set-up has its answer before them.
	if err := h.Of(s).Glances().KeepSeen(ctx, map[uuid.UUID]json.RawMessage{id: strict.Write(judged.Judgement)},
		false); err != nil {
		return out, err
	}
	out.Answer = answer
	out.Setup, err = setupOf(saved)
	return out, err
}

// keptDigest is a digest with what it rests on. It holds only while all of that is so: the
// rooms and settings, the things and recipes, and the rules and shelf of the program. A plan
// is judged for the day it opens, so it does not get old by itself.
type keptDigest struct {
	People uuid.UUID `json:"people"`
	Shelf  uuid.UUID `json:"shelf"`
	// Stock is that of the cupboard, where it is taken from a batch.
	Stock  *uuid.UUID `json:"stock,omitempty"`
	Rules  string     `json:"rules"`
	Digest pen.Digest `json:"digest"`
	Token  string     `json:"token"` // of the judgement
}

func (h Setups) Kept(at store.Revisions, p written.Plan, j bench.Judged) json.RawMessage {
	k := keptDigest{People: at.People, Shelf: at.Shelf, Rules: h.Rules, Digest: j.Digest, Token: j.Token}
	if p.FromBatch() {
		k.Stock = &at.Stock
	}
	text, err := json.Marshal(k)
	if err != nil {
		panic(err) // of strings and numbers alone
	}
	return text
}

// keep keeps digests.
func (h Setups) Keep(ctx context.Context, s *store.Session, digests map[uuid.UUID]store.VersionedDigest) error {
	if len(digests) == 0 {
		return nil
	}
	return h.Behind(ctx, "digests were", func(ctx context.Context) error {
		return h.Of(s).Glances().KeepDigests(ctx, digests)
	})
}

// Setups returns a page of the list, from the cursor of the page before: what opens from
// today on in order, then what was before, latest first. What is said of each is what was
// reckoned of it, or reckoned now where anything that it rests on has changed since.
//
// Of the set-ups only those are listed whose name or room holds the words, and either templates or
// what is none.
func (h Setups) Setups(ctx context.Context, s *store.Session, words string, templates bool, after string,
	limit int) (written.SetupPage, error) {
	out := written.SetupPage{Now: h.Now(s).String(), Setups: []written.SetupSummary{}}
	cursor, err := centre.ReadCursor(after)
	if err != nil {
		return out, err
	}
	if limit == 0 {
		limit = centre.UsualPage
	}
	if limit < 1 || limit > centre.MaxPage {
		return out, strict.Bad("/limit", "A page has 1 to %d set-ups.", centre.MaxPage)
	}
	d, at, err := h.DeskAt(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := h.Of(s).Glances().SetupsFrom(ctx, store.Asked{Words: strings.Fields(words), Templates: templates},
		clock.At(h.Today(s), 0, 0), cursor, limit+1)
	if err != nil {
		return out, err
	}
	anew := make(map[uuid.UUID]store.VersionedDigest)
	for i, row := range rows {
		if i == limit {
			last := rows[i-1]
			out.Next = centre.WriteCursor(last.Past, out.Setups[i-1].PlayAt, last.ID)
			break
		}
		said := h.Read(at, d, row)
		if said.Fresh != nil {
			anew[row.ID] = store.VersionedDigest{Version: row.Version, Digest: h.Kept(at, *said.Plan, *said.Fresh)}
		}
		out.Setups = append(out.Setups, said.SetupSummary)
	}
	return out, h.Keep(ctx, s, anew)
}

// row is one row of the list of set-ups with what is made of it.
type Row struct {
	written.SetupSummary
	Plan  *written.Plan // nil for one that does not read
	Token string        // of its judgement; empty for one that does not read
	// fresh is what was reckoned now; nil when what was kept still holds.
	Fresh *bench.Judged
}

// Judged returns what is made of a row as things stand.
func (r Row) Judged(d *desk.Desk) bench.Judged {
	if r.Fresh != nil {
		return *r.Fresh
	}
	return bench.On(d).Judged(*r.Plan)
}

// read reads one row of the list, and judges it where what was kept does not hold any more.
func (h Setups) Read(at store.Revisions, d *desk.Desk, r store.SetupRow) Row {
	w, err := written.Stored[written.Setup](r.Form, r.Doc.Doc)
	if err != nil {
		var place struct {
			Name   string `json:"name"`
			RoomID string `json:"room_id"`
			PlayAt string `json:"play_at"`
		}
		_ = json.Unmarshal(r.Doc.Doc, &place) // what of it can be said
		return Row{SetupSummary: written.SetupSummary{ID: r.ID.String(), Name: place.Name, RoomID: place.RoomID,
			RoomName: d.RoomName(place.RoomID), PlayAt: place.PlayAt,
			Digest: bench.UnreadableDigest(err.Error())}}
	}
	out := Row{SetupSummary: written.SetupSummary{ID: r.ID.String(), Name: w.Name, RoomID: w.RoomID,
		RoomName: d.RoomName(w.RoomID), PlayAt: w.PlayAt}, Plan: &w.Plan}
	var kept keptDigest
	if len(r.Digest) > 0 && json.Unmarshal(r.Digest, &kept) == nil && kept.People == at.People &&
		kept.Shelf == at.Shelf && kept.Rules == h.Rules && (kept.Stock == nil || *kept.Stock == at.Stock) &&
		kept.Token != "" {
		out.Digest, out.Token = d.Pen.Told(kept.Digest), kept.Token
		return out
	}
	judged := bench.On(d).Judged(w.Plan)
	out.Digest, out.Token, out.Fresh = d.Pen.Told(judged.Digest), judged.Token, &judged
	return out
}
