package httpapi

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// wallClock is how a time of day is written in the contract: the centre's own clock.
const wallClock = "2006-01-02T15:04"

// AnswerPlan judges and scales a set-up as it stands. Nothing is stored.
func (s *Server) AnswerPlan(ctx context.Context, r contract.AnswerPlanRequestObject) (contract.AnswerPlanResponseObject, error) {
	id, err := uuid.Parse(r.Body.RoomId)
	if err != nil {
		return nil, badField("room_id", "Choose a room.")
	}
	row, err := s.room(ctx, id)
	if err != nil {
		return nil, err
	}
	shelf, err := s.shelfFor(ctx, planIDs(r.Body)...)
	if err != nil {
		return nil, err
	}
	a, g, at, err := s.reckon(sessionOf(ctx), row, r.Body, shelf)
	if err != nil {
		return nil, err
	}
	body := answerBody(a, g, at, row.Measures)
	body.Short, err = s.shortages(ctx, a)
	return contract.AnswerPlan200JSONResponse(body), err
}

// reckon answers a plan for a room on the plan's day.
func (s *Server) reckon(session *store.Session, row store.Room, p *contract.Plan, shelf things) (plan.Answer, *safety.Group, time.Time, error) {
	at, err := time.Parse(wallClock, p.PlayAt)
	if err != nil || at.Year() < 2000 || at.Year() > 2200 {
		return plan.Answer{}, nil, at, badField("play_at", "Say when the set-up opens, as 2026-11-24T09:45.")
	}
	setup, err := s.setupOf(p, shelf)
	if err != nil {
		return plan.Answer{}, nil, at, err
	}
	setup.StirIn = session.FindsStirredIn
	g, err := groupOn(row, session, age.DateOf(at))
	if err != nil {
		return plan.Answer{}, nil, at, err
	}
	set, err := drawerOf(row)
	if err != nil {
		return plan.Answer{}, nil, at, err
	}
	a, err := plan.Reckon(setup, &g, set)
	return a, &g, at, err
}

// setupOf reads a plan into the core's terms.
func (s *Server) setupOf(p *contract.Plan, shelf things) (plan.Setup, error) {
	var setup plan.Setup
	if p.Base != nil {
		base, err := s.baseOf(p.Base, shelf)
		if err != nil {
			return setup, err
		}
		setup.Base = base
	}
	setup.Items = make([]plan.Placed, 0, len(p.Items))
	for i, in := range p.Items {
		at := fmt.Sprintf("items/%d/", i)
		use, err := safety.ParseUse(string(in.Use))
		if err != nil {
			return setup, badField(at+"use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
		}
		placed := plan.Placed{Each: in.Each, Use: use}
		switch {
		case in.ItemId != nil:
			it, ok := shelf.Get(*in.ItemId)
			if !ok {
				return setup, badField(at+"item_id", "There is nothing on the shelf by the id %q.", cut(*in.ItemId))
			}
			placed.Name, placed.Facts, placed.Prepared = it.Name, it.Facts, shelf.subject(it)
		case in.Described != nil:
			if placed.Facts, err = factsOf(at+"described/", in.Described); err != nil {
				return setup, err
			}
			placed.Name = in.Described.Name
		default:
			return setup, badField(at+"item_id", "Choose a thing from the shelf, or describe it.")
		}
		setup.Items = append(setup.Items, placed)
	}
	return setup, nil
}

func (s *Server) baseOf(in *contract.Base, shelf things) (plan.Base, error) {
	use := safety.Open
	if in.Use != nil {
		var err error
		if use, err = safety.ParseUse(string(*in.Use)); err != nil {
			return nil, badField("base/use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
		}
	}
	switch in.Kind {
	case contract.Mix:
		r, err := s.recipeOf(value(in.RecipeId), shelf)
		if err != nil {
			return nil, badField("base/recipe_id", "%s", err)
		}
		if in.PortionG == nil {
			return nil, badField("base/portion_g", "Say how many grams each child has.")
		}
		colours := 1
		if in.Colours != nil {
			colours = *in.Colours
		}
		return plan.Mix{Recipe: r, Portion: unit.Grams(*in.PortionG), Colours: colours, Use: use, Pot: unit.Millilitres(value(in.PotMl))}, nil
	case contract.Fill:
		it, ok := shelf.Get(value(in.ItemId))
		if !ok || !it.Plays(material.Filler) {
			return nil, badField("base/item_id", "Choose a filler from the shelf.")
		}
		tub, ok := vessel.Get(value(in.VesselId))
		if !ok {
			return nil, badField("base/vessel_id", "Choose a tub or a tray.")
		}
		if in.DepthMm == nil {
			return nil, badField("base/depth_mm", "Say how deep to fill, in mm.")
		}
		return plan.Fill{Item: it, Tub: tub, Depth: unit.Millimetres(*in.DepthMm), Use: use}, nil
	}
	return nil, badField("base/kind", "Start from a mix or from a filler.")
}

// factsOf reads a thing measured by hand. What is left out stays not known.
func factsOf(at string, in *contract.Described) (material.Facts, error) {
	var f material.Facts
	var err error
	if _, err := checkName(in.Name, "Give it a name"); err != nil {
		return f, badField(at+"name", "%s", err)
	}
	if in.Form != nil {
		if f.Form, err = material.ParseForm(string(*in.Form)); err != nil {
			return f, badField(at+"form", "Choose what it is like in the hand.")
		}
	}
	if in.Solid != nil && in.SizesMm != nil {
		kind, err := gauge.ParseKind(string(*in.Solid))
		if err != nil {
			return f, badField(at+"solid", "Choose a shape: ball, egg, cylinder, capsule, box, cone or irregular.")
		}
		if f.Smallest, err = gauge.New(kind, *in.SizesMm...); err != nil {
			return f, badField(at+"sizes_mm", "The sizes do not describe a thing: %s.", err)
		}
		f.Largest = f.Smallest
	}
	said, err := material.Description{Traits: strings.Join(value(in.Traits), ";")}.Facts(nil)
	if err != nil {
		var bad *material.Bad
		if errors.As(err, &bad) {
			return f, badField(at+"traits", "Look again: %s.", bad.Reason)
		}
		return f, err
	}
	form, least, most := f.Form, f.Smallest, f.Largest
	if f = said; form != material.FormUnknown {
		f.Form = form
	}
	f.Smallest, f.Largest, f.ContentsKnown, f.Salt = least, most, false, material.Amount{}
	f.TraitsKnown = value(in.NothingElse)
	if in.Contents != nil && *in.Contents == contract.DescribedContentsListed {
		f.ContentsKnown = true
		// A plain object holds no salt; of anything else the salt stays a fact to give.
		if f.Form != material.FormUnknown && f.Form.GaugeJudges() && !f.Traits.Any(material.Food, material.NotFood) {
			f.Salt = material.Known(0)
		}
		if f.Allergens, err = allergensOf(value(in.Allergens)); err != nil {
			return f, badField(at+"allergens", "Choose allergens from the list.")
		}
		if f.MayContain, err = allergensOf(value(in.MayContain)); err != nil {
			return f, badField(at+"may_contain", "Choose allergens from the list.")
		}
	}
	if in.SaltPercent != nil {
		if p := *in.SaltPercent; !(p >= 0 && p <= 100) {
			return f, badField(at+"salt_percent", "Salt is between 0 and 100 g in 100 g.")
		}
		f.Salt = material.Known(*in.SaltPercent / 100)
	}
	return f, nil
}

func allergensOf(words []contract.Allergen) (allergen.Set, error) {
	var set allergen.Set
	for _, w := range words {
		a, err := allergen.Parse(string(w))
		if err != nil {
			return 0, err
		}
		set |= allergen.SetOf(a)
	}
	return set, nil
}

// value returns what p points to, or the zero value for nil.
func value[T any](p *T) (v T) {
	if p != nil {
		v = *p
	}
	return v
}

// cut shortens what somebody typed for use in a sentence.
func cut(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}
