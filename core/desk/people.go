package desk

import (
	"slices"
	"strings"
	"time"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/memo"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// Room is one room of a desk.
type Room struct {
	ID      string
	Version int
	Roster  room.Roster
	// Written is the room as it is kept.
	Written written.Room
	// Unreadable says, in a sentence, why what is kept does not read; the rest is then not
	// set but for the names.
	Unreadable string

	Measures unit.MeasureSet
}

// Name returns what the room is called.
func (r *Room) Name() string { return r.Written.Name }

// ReadRoom reads a room as it is kept; one that does not read is kept as that.
func ReadRoom(id string, version, form int, name string, data []byte) *Room {
	r := &Room{ID: id, Version: version, Written: written.Room{Name: name, Measures: unit.Metric.String(),
		Drawer: []string{}, Children: []written.Child{}}}
	w, err := written.Stored[written.Room](form, data)
	if err != nil {
		r.Unreadable = err.Error()
		return r
	}
	roster, fault := w.Roster()
	if fault != nil {
		r.Unreadable = fault.Sentence
		return r
	}
	r.Written, r.Roster = w, roster
	r.Measures, _ = roster.Measures() // checked by Roster
	return r
}

// People is the part of a desk that says who an answer is for: the rooms, and what the
// centre asks.
type People struct {
	Settings written.Settings
	// Unreadable says why the settings do not read; then nothing is judged.
	Unreadable string
	Zone       *time.Location
	Pen        pen.Pen // in what language the centre reads answers
	InOrder    []*Room
	byID       map[string]*Room
	days       []Day

	groups memo.Map[groupKey, *safety.Group]
	told   memo.Map[*safety.Group, written.Group] // the groups as they are written
	worded memo.Map[safety.Asked, written.Line]
}

type groupKey struct {
	room *Room // as it is, not by its id: a later one has other children
	day  age.Date
	apart
}

// apart is a few of a room who play with no other child in reach, and the adults with them.
type apart struct {
	only   string // the ids of the children, parted by blanks; all of the room where empty
	adults int    // 0 for those of the room
}

// maxGroups bounds the groups that are kept: a few days of every room.
const maxGroups = 512

// NewPeople returns the part for rooms in the order they are shown.
func NewPeople(s written.Settings, unreadable string, zone *time.Location, rooms []*Room) *People {
	p := &People{Settings: s, Unreadable: unreadable, Zone: zone, Pen: pen.English, InOrder: rooms,
		byID: make(map[string]*Room, len(rooms))}
	for _, r := range rooms {
		p.byID[r.ID] = r
	}
	return p
}

// room finds a room by its id, in any case of its letters.
func (p *People) Find(id string) (*Room, bool) {
	r, ok := p.byID[strings.ToLower(id)]
	return r, ok
}

// groupOn returns the children of a room on a day.
func (p *People) GroupOn(r *Room, day age.Date) (*safety.Group, error) {
	return p.groupOf(r, day, apart{})
}

// GroupOf returns those of a room who play on a day: with so many adults, where somebody said, and only some of its
// children, where these play apart.
func (p *People) GroupOf(r *Room, day age.Date, only []string, adults int) (*safety.Group, error) {
	return p.groupOf(r, day, apart{strings.Join(only, " "), adults})
}

func (p *People) groupOf(r *Room, day age.Date, of apart) (*safety.Group, error) {
	key := groupKey{r, day, of}
	if g, kept := p.groups.Get(key); kept {
		return g, nil
	}
	here, err := r.on(p.day(r.ID, day))
	if err != nil {
		return nil, err
	}
	who := of.from(here.Roster.On(day), here.Written.Children)
	made, err := safety.NewGroup(who, p.Settings.Staffing, p.policyOf(r))
	if err != nil {
		return nil, err
	}
	made = made.Keeping(p.Settings.Routine.Without(r.Roster.Strikes))
	return p.groups.Keep(key, &made, maxGroups), nil
}

// ChildrenOn returns the ids of the children of a room on a day, with those who visit it.
func (p *People) ChildrenOn(r *Room, day age.Date) []string {
	ids := make([]string, 0, len(r.Written.Children))
	for _, c := range r.Written.Children {
		ids = append(ids, c.ID)
	}
	if d := p.day(r.ID, day); d != nil {
		for _, c := range d.Visitors {
			ids = append(ids, c.ID)
		}
	}
	return ids
}

// from returns a room with only these of its children, which are written in the same order.
func (a apart) from(all room.Room, children []written.Child) room.Room {
	if a.adults > 0 {
		all.Adults = a.adults
	}
	if a.only == "" {
		return all
	}
	ids := strings.Fields(a.only)
	few := make([]room.Child, 0, len(ids))
	for i, c := range all.Children {
		if slices.Contains(ids, children[i].ID) {
			few = append(few, c)
		}
	}
	all.Children = few
	return all
}

// WrittenGroup writes a group of the desk, as it is asked for with every change to a plan. It must not be changed.
func (p *People) WrittenGroup(g *safety.Group) written.Group {
	if told, kept := p.told.Get(g); kept {
		return told
	}
	return p.told.Keep(g, p.Pen.Group(g), maxGroups)
}

// maxWorded bounds the lines that are kept in words.
const maxWorded = 4096

// line writes what is said of a line; what is said of the thing is kept, as it is asked again with
// every change to a plan.
func (p *People) Line(l *plan.Line) written.Line {
	if !l.Kept {
		return p.Pen.Line(l)
	}
	key := l.Assessment.Asked()
	out, kept := p.worded.Get(key)
	if !kept {
		out = p.Pen.Line(l)
		for i, f := range out.Findings {
			out.Findings[i] = f.Kept()
		}
		p.worded.Keep(key, out, maxWorded)
	}
	out.Name, out.Laid = p.Pen.Called(l), p.Pen.Laid(l)
	return out
}

// policyOf returns what the centre and the room together ask.
func (p *People) policyOf(r *Room) safety.Policy {
	return p.Settings.Asks().Tighten(safety.Policy{NutFree: r.Roster.NutFree})
}

// Rooms writes every room with its children as the rules see them on a day.
func (p *People) Rooms(today age.Date) []written.StoredRoom {
	out := make([]written.StoredRoom, len(p.InOrder))
	for i, r := range p.InOrder {
		out[i] = p.Describe(r, today)
	}
	return out
}

// Room writes one room, or fails with ErrGone.
func (p *People) Room(id string, today age.Date) (written.StoredRoom, error) {
	r, ok := p.Find(id)
	if !ok {
		return written.StoredRoom{}, ErrGone
	}
	return p.Describe(r, today), nil
}

// Describe writes a room as it is with the settings of the centre on a day.
func (p *People) Describe(r *Room, today age.Date) written.StoredRoom {
	out := written.StoredRoom{ID: r.ID, Version: r.Version, Room: r.Written, Unreadable: p.WhyUnreadable(r),
		Group: written.Group{Ages: []written.Age{}}, Holds: written.WriteHolds(r.Roster.Own)}
	if out.Unreadable != "" {
		return out
	}
	g, err := p.GroupOn(r, today)
	if err != nil {
		out.Unreadable = r.Name() + " cannot be planned for today: " + err.Error() + "."
		return out
	}
	out.Group = p.Pen.Group(g)
	return out
}

// RoomFile writes a room as the file that the command line checks lists against.
func (d *Desk) RoomFile(id string, today age.Date) (written.RoomFile, error) {
	r, ok := d.Find(id)
	if !ok {
		return written.RoomFile{}, ErrGone
	}
	if why := d.WhyUnreadable(r); why != "" {
		return written.RoomFile{}, strict.Bad("", "%s", why)
	}
	c := written.WriteSettings(d.Settings)
	f := written.RoomFile{Version: written.Version, On: today.String(), Room: r.Written, Things: []written.FileThing{},
		Cupboard: d.atHand(),
		Centre: written.FileRule{RatioTable: c.RatioTable, PerAdult: c.PerAdult,
			Policy: written.WritePolicy(d.Settings.Asks()), Routine: c.Routine}}
	for _, t := range d.OwnThings {
		if t.Unreadable == "" {
			f.Things = append(f.Things, written.FileThing{ID: t.ID, Thing: t.Written})
		}
	}
	return f, nil
}

// Class reads the lines of a class as children on a day. Nothing is stored.
func (p *People) Class(in written.ClassInput, today age.Date) []written.ClassLine {
	return written.WriteClass(room.ReadClass(in.Lines, today))
}

// RoomName returns what a room is called, "" for one that is not there.
func (p *People) RoomName(id string) string {
	if r, ok := p.Find(id); ok {
		return r.Name()
	}
	return ""
}

// holds writes allergens; empty for none.
func (p *People) Holds(s allergen.Set) string {
	if s.Empty() {
		return ""
	}
	return p.Pen.Text(s.Say())
}

// mouths reports whether some child of a room mouths, or may.
func (p *People) Mouths(r *Room, today age.Date) bool {
	g, err := p.GroupOn(r, today)
	if err != nil {
		return true
	}
	return slices.ContainsFunc(g.Room().Children, func(c room.Child) bool { return c.Mouthing(true) })
}
