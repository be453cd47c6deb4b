// Package centre carries out what is asked of a centre: it keeps its desk at hand, reads
// and stores documents, and notes what happened. Handlers decode, ask here or at the desk
// once, and encode.
package centre

import (
	"context"
	"errors"
	"log/slog"
	"slices"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/maypok86/otter/v2"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/pen"
	"emblo/core/recipe/remedy"
	"emblo/core/region"
	"emblo/core/say"
	"emblo/core/written"
	"emblo/internal/now"
	"emblo/internal/store"
)

// ErrGone is returned for something that the centre does not have, or not any more.
var ErrGone = desk.ErrGone

// Conflict is returned by a save over a version that is not the stored one. Current is what
// is stored, in written form.
type Conflict struct {
	What    string // in a sentence: "room"
	Current any
}

// Error says that somebody else saved first.
func (c *Conflict) Error() string { return "someone else saved this " + c.What + " in between" }

// House keeps the desks of all centres. It is safe for concurrent use.
type House struct {
	language *say.Language // what all answers are in; nil where each is in that of who asks
	store    *store.Store
	Clock    now.Clock
	watch    now.Watch
	log      *slog.Logger
	parts    *otter.Cache[key, part]
	zones    sync.Map // *time.Location by name
	Rules    string
	later    func(func())
}

// key is one part of one centre at one revision, and in one language where it is written. As equal revisions
// mean equal state, what
// is kept under it never gets old; what nobody asks for is forgotten.
type key struct {
	centre   uuid.UUID
	revision uuid.UUID
	language *say.Language
}

type part struct {
	of     any    // *desk.People, *desk.Shelf or *desk.Stock
	from   string // the first day that it knows who is here of; empty where it has none
	weight uint32
}

// Desks are bounded by bytes: that of their documents, a few times over for what they are
// read into.
const (
	maxDeskBytes = 256 << 20
	readInto     = 8
	leastWeight  = 4 << 10
)

// New returns a house on a store. Version is that of the program: what was reckoned by
// another is reckoned anew. The language is what all answers are in; with nil each is in that of who asks.
//
// Later is given what may be done after a request is answered; nil does a few at a time beside the requests.
func New(s *store.Store, clock now.Clock, log *slog.Logger, version string, language *say.Language,
	later func(func())) *House {
	if later == nil {
		later = beside(fewAtATime)
	}
	return &House{later: later, store: s, language: language, Clock: clock, log: log,
		Rules: version + " " + desk.Fingerprint(),
		parts: otter.Must(&otter.Options[key, part]{
			MaximumWeight: maxDeskBytes, Weigher: func(_ key, p part) uint32 { return p.weight }})}
}

// PenOf returns what answers to a session are written with: in the language of the person, else of their centre, and
// in its units.
func (h *House) PenOf(s *store.Session) pen.Pen {
	if h.language != nil {
		return pen.Pen{Language: h.language}
	}
	units := say.Units(max(0, slices.Index(say.UnitNames, s.Units)))
	return pen.Pen{Language: region.Speech{Language: s.Language, Units: units}.Words()}
}

// zone returns the time zone of a centre, and tells the log of each once. An unknown one is a fault of the
// data and reads as UTC.
func (h *House) Zone(name string) *time.Location {
	if z, ok := h.zones.Load(name); ok {
		return z.(*time.Location)
	}
	z, err := time.LoadLocation(name)
	if err != nil {
		z = time.UTC
	}
	if _, known := h.zones.LoadOrStore(name, z); !known {
		h.log.Info("a centre goes by a zone", "zone", z, "shows", h.Clock().In(z).Format(time.RFC3339), "here",
			h.Clock().Format(time.RFC3339))
	}
	return z
}

// Now returns what the clock on the centre's wall shows.
func (h *House) Now(s *store.Session) clock.Wall {
	return clock.WallOf(h.Clock().In(h.Zone(s.TimeZone)))
}

// Today returns the day it is at the centre.
func (h *House) Today(s *store.Session) age.Date { return h.Now(s).Day() }

// Look holds the clock against itself and the database's, as a session was found, and tells the log what is
// doubtful anew.
func (h *House) Look(s *store.Session) {
	d, anew := h.watch.Saw(h.Clock(), s.DatabaseAt)
	if !anew {
		return
	}
	if d == (now.Doubts{}) {
		h.log.Info("the clocks agree again")
		return
	}
	h.log.Warn("the clock is doubtful", "shows", h.Clock(), "database_ahead", d.Database, "went_back", d.Back)
}

// doubts are the reasons not to trust what the clock shows, for people.
func (h *House) Doubts(s *store.Session, d *desk.Desk) []written.ClockDoubt {
	all, seen := []written.ClockDoubt{}, h.watch.Doubts()
	if seen.Back > 0 {
		all = append(all, d.ClockWentBack(seen.Back, clock.WallOf(seen.Was.In(h.Zone(s.TimeZone))), h.Now(s)))
	}
	if seen.Database != 0 {
		all = append(all, d.ClocksApart(seen.Database, h.Now(s)))
	}
	if d.Unreadable == "" && d.Settings.TimeZone == "" {
		all = append(all, d.ZoneUnsaid(h.Zone(s.TimeZone).String(), h.Now(s)))
	}
	return all
}

// Command carries out what somebody sends as one: all of it is kept, or nothing. What has opened by then is put down
// first, as whatever is sent may change it.
func (h *House) Command(ctx context.Context, s *store.Session, do func(context.Context) error) error {
	return h.Of(s).Command(ctx, func(ctx context.Context) error {
		if err := h.putDown(ctx, s); err != nil {
			return err
		}
		return do(ctx)
	})
}

// Once does what a letter asks for, or returns what was answered when it came before. It belongs inside a Command.
func (h *House) Once(ctx context.Context, s *store.Session, l store.Letter, do func() ([]byte, error)) (before []byte,
	repeated bool, err error) {
	return h.Of(s).Once(ctx, l, do)
}

// of returns the store as the signed-in account uses it.
func (h *House) Of(s *store.Session) *store.Centre { return h.store.For(s.CentreID).By(s.StaffID) }

// Desk returns the desk of the signed-in centre, never older than the session saw it. What
// is loaded is kept under the revision that it was loaded at, outside any lock: two that
// load at once both do.
func (h *House) Desk(ctx context.Context, s *store.Session) (*desk.Desk, error) {
	d, _, err := h.DeskAt(ctx, s)
	return d, err
}

// deskAt returns the desk and the revisions that it stands for.
func (h *House) DeskAt(ctx context.Context, s *store.Session) (d *desk.Desk, at store.Revisions, err error) {
	return h.deskFrom(ctx, s, h.daysFrom(s))
}

// deskFrom returns the desk, which knows who is here from a day on.
func (h *House) deskFrom(ctx context.Context, s *store.Session, from string) (d *desk.Desk, at store.Revisions,
	err error) {
	of := key{s.CentreID, s.People, h.PenOf(s).Language}
	people, peopleAt, err := loaded(h, of, from, func() (*desk.People, uuid.UUID, int, error) {
		return h.people(ctx, s, from)
	})
	if err != nil {
		return nil, at, err
	}
	of = key{centre: s.CentreID, revision: s.Shelf}
	shelf, shelfAt, err := loaded(h, of, "", func() (*desk.Shelf, uuid.UUID, int, error) {
		return h.shelf(ctx, s)
	})
	if err != nil {
		return nil, at, err
	}
	of = key{centre: s.CentreID, revision: s.Stock}
	stock, stockAt, err := loaded(h, of, "", func() (*desk.Stock, uuid.UUID, int, error) {
		return h.stock(ctx, s)
	})
	if err != nil {
		return nil, at, err
	}
	return desk.New(people, shelf, stock), store.Revisions{People: peopleAt, Shelf: shelfAt, Stock: stockAt}, nil
}

// daysFrom returns the first day of which a desk knows who is here: yesterday's plans may still be asked about.
func (h *House) daysFrom(s *store.Session) string { return h.Today(s).Plus(-daysBack).String() }

const daysBack = 2

// loaded returns what is kept of a part at a revision, or loads it. What knows who is here from a later day
// on than is asked for, as after a clock that went back, is loaded anew.
func loaded[T any](h *House, of key, from string, load func() (T, uuid.UUID, int,
	error)) (v T, at uuid.UUID, err error) {
	if kept, ok := h.parts.GetIfPresent(of); ok && kept.from <= from {
		return kept.of.(T), of.revision, nil
	}
	v, at, bytes, err := load()
	if err == nil {
		of.revision = at
		h.parts.Set(of, part{v, from, uint32(min(leastWeight+readInto*bytes, maxDeskBytes))})
	}
	return v, at, err
}

func (h *House) people(ctx context.Context, s *store.Session, from string) (*desk.People, uuid.UUID, int, error) {
	rows, err := h.store.For(s.CentreID).Parts().People(ctx, from)
	if err != nil {
		return nil, uuid.Nil, 0, err
	}
	bytes := len(rows.Doc)
	settings, unreadable := readSettings(rows.Form, rows.Doc)
	rooms := make([]*desk.Room, len(rows.Rooms))
	for i, r := range rows.Rooms {
		bytes += len(r.Doc)
		rooms[i] = desk.ReadRoom(r.ID.String(), r.Version, r.Form, r.Name, r.Doc)
	}
	people := desk.NewPeople(settings, unreadable, h.Zone(rows.TimeZone), rooms)
	people.Pen = h.PenOf(s)
	days := make([]desk.Day, len(rows.Days))
	for i, r := range rows.Days {
		bytes += len(r.Doc)
		days[i] = desk.ReadDay(r.RoomID.String(), r.Day, r.Version, r.Form, r.Doc)
	}
	people = people.With(days)
	return people, rows.Revision, bytes, nil
}

func readSettings(form int, doc []byte) (settings written.Settings, unreadable string) {
	w, err := written.Stored[written.Centre](form, doc)
	if err != nil {
		return settings, err.Error()
	}
	settings, fault := w.Settings()
	if fault != nil {
		return settings, fault.Sentence
	}
	return settings, ""
}

func (h *House) shelf(ctx context.Context, s *store.Session) (*desk.Shelf, uuid.UUID, int, error) {
	rows, err := h.store.For(s.CentreID).Parts().Shelf(ctx)
	if err != nil {
		return nil, uuid.Nil, 0, err
	}
	bytes := 0
	read := func(docs []store.NamedDoc) []desk.Row {
		out := make([]desk.Row, len(docs))
		for i, d := range docs {
			bytes += len(d.Doc)
			out[i] = desk.Row{ID: d.ID.String(), Version: d.Version, Form: d.Form, Name: d.Name, Data: d.Doc}
		}
		return out
	}
	return desk.NewShelf(read(rows.Things), read(rows.Recipes)), rows.Revision, bytes, nil
}

func (h *House) stock(ctx context.Context, s *store.Session) (*desk.Stock, uuid.UUID, int, error) {
	rows, err := h.store.For(s.CentreID).Parts().Stock(ctx)
	if err != nil {
		return nil, uuid.Nil, 0, err
	}
	jars, bytes := make([]desk.Jar, len(rows.Jars)), 0
	for i, r := range rows.Jars {
		bytes += len(r.Doc) + rowBytes*len(r.Moves)
		jars[i] = desk.ReadJar(r.ID.String(), r.Version, r.Form, r.Doc, MovesOf(r.Moves))
	}
	log := make([]desk.Addition, len(rows.Log))
	for i, a := range rows.Log {
		log[i] = desk.Addition{RecipeID: a.RecipeID, Addition: remedy.Addition{Batch: a.Day, Item: a.ItemID,
			Share: a.Share, Symptom: remedy.Symptom(a.Symptom)}}
	}
	batches := make([]desk.Batch, len(rows.Batches))
	for i, r := range rows.Batches {
		bytes += len(r.Doc) + rowBytes*len(r.Events)
		batches[i] = BatchOf(r)
	}
	return desk.NewStock(jars, log).WithBatches(batches), rows.Revision, bytes + rowBytes*len(log), nil
}

// rowBytes is about what a row weighs that is no document.
const rowBytes = 100

// gone turns the store's word for what is not there into the desk's.
func Gone(err error) error {
	if errors.Is(err, store.ErrNotFound) {
		return ErrGone
	}
	return err
}
