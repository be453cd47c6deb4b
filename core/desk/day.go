package desk

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"emblo/core/age"
	"emblo/core/strict"
	"emblo/core/written"
)

// Day is who is in a room on one day, as somebody said.
type Day struct {
	RoomID  string
	On      string
	Version int
	written.DayBody
	// Unreadable says why what is kept does not read; then nothing is judged for the room on that day.
	Unreadable string
}

// ReadDay reads who is in a room on a day as it is kept.
func ReadDay(roomID, on string, version, form int, data []byte) Day {
	d := Day{RoomID: roomID, On: on, Version: version}
	body, err := written.Stored[written.DayBody](form, data)
	if err != nil {
		d.Unreadable = err.Error()
		return d
	}
	d.DayBody = body
	return d
}

// With returns the part for days on which somebody said who is here.
func (p *People) With(days []Day) *People {
	p.days = days
	return p
}

// day returns what was said of a room on a day; nil where nobody has said.
func (p *People) day(roomID string, on age.Date) *Day {
	at := slices.IndexFunc(p.days, func(d Day) bool { return d.RoomID == roomID && d.On == on.String() })
	if at < 0 {
		return nil
	}
	return &p.days[at]
}

// on returns the room as it is on a day: with the adults who are there, and the children who visit
// beside its own. Nobody of the room is ever left out: a child who comes after all is judged for.
func (r *Room) on(d *Day) (*Room, error) {
	if d == nil {
		return r, nil
	}
	if d.Unreadable != "" {
		return nil, strict.Bad("", "who is here that day does not read: %s", d.Unreadable)
	}
	with := r.Written
	with.Adults = d.Adults
	with.Children = append(slices.Clone(r.Written.Children), d.Visitors...)
	roster, fault := with.Roster()
	if fault != nil {
		return nil, fault
	}
	here := *r
	here.Roster, here.Written = roster, with
	return &here, nil
}

// CheckDay reports why nobody can be in a room so on a day.
func (d *Desk) CheckDay(roomID string, on age.Date, body written.DayBody) error {
	r, ok := d.Find(roomID)
	if !ok {
		return ErrGone
	}
	if why := d.WhyUnreadable(r); why != "" {
		return strict.Bad("", "%s", why)
	}
	with := r.Written
	with.Adults = body.Adults
	with.Children = append(slices.Clone(r.Written.Children), body.Visitors...)
	if _, fault := with.Roster(); fault != nil {
		return underVisitors(fault, len(r.Written.Children))
	}
	if fault := with.CheckOn(on); fault != nil {
		return underVisitors(fault, len(r.Written.Children))
	}
	return nil
}

// underVisitors points a fault of a room at who visits it: its own children stand before them.
func underVisitors(f *strict.Fault, own int) *strict.Fault {
	rest, ok := strings.CutPrefix(f.Pointer, "/children/")
	if !ok {
		return f
	}
	number, below, _ := strings.Cut(rest, "/")
	if n, err := strconv.Atoi(number); err == nil && n >= own {
		return &strict.Fault{Code: f.Code, Pointer: fmt.Sprintf("/visitors/%d/%s", n-own, below), Sentence: f.Sentence}
	}
	return f
}

// RoomDays writes who is in each room on a day.
func (d *Desk) RoomDays(on age.Date) []written.RoomDay {
	out := make([]written.RoomDay, 0, len(d.InOrder))
	for _, r := range d.InOrder {
		w := written.RoomDay{RoomID: r.ID, Name: r.Name(), Usual: r.Roster.Adults, Children: len(r.Roster.Children),
			Unreadable: d.WhyUnreadable(r), DayBody: written.DayBody{Adults: r.Roster.Adults,
				Visitors: []written.Child{}}}
		if day := d.day(r.ID, on); day != nil && day.Unreadable == "" {
			w.Version, w.DayBody = day.Version, day.DayBody
			w.Children += len(day.Visitors)
		}
		if w.Unreadable == "" {
			if g, err := d.GroupOn(r, on); err != nil {
				w.Unreadable = r.Name() + " cannot be planned for today: " + err.Error() + "."
			} else {
				w.Short = g.AdultsShort()
			}
		}
		out = append(out, w)
	}
	return out
}
