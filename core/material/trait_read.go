package material

import (
	"math"
	"strings"

	"emblo/core/allergen"
	"emblo/core/unit"
	"emblo/core/words"
)

func (f *Facts) readTrait(word string) error {
	name, value, hasValue := strings.Cut(word, "=")
	name, value = strings.TrimSpace(name), strings.TrimSpace(value)
	if form, ok := formTraits[name]; ok && !hasValue {
		if f.Form != FormUnknown && f.Form != form {
			return bad("traits", "it cannot be both %s and %s", f.Form, form)
		}
		f.Form = form
		switch name {
		case "gel":
			f.Traits = f.Traits.With(Slippery)
		case "soft-food":
			f.Traits = f.Traits.With(Food)
		}
		return nil
	}
	if fig, ok := figureTraits[name]; ok {
		return f.readFigure(fig, name, value, hasValue)
	}
	for _, flag := range flags {
		if flag.word == name && !hasValue {
			*flag.of(f) = true
			return nil
		}
	}
	switch {
	case name == "salt":
		return f.readSalt(value)
	case name == "may-contain":
		return readTraces(&f.MayContain, name, value)
	case name == "usually":
		return readTraces(&f.UsuallyContains, name, value)
	case hasValue:
		return bad("traits", "%q is not a trait that carries a figure", words.Cut(word))
	}
	t, err := ParseTrait(name)
	if err != nil {
		return bad("traits", "%q is not a trait Emblo knows", words.Cut(word))
	}
	f.Traits = f.Traits.With(t)
	return nil
}

func (f *Facts) readFigure(fig figure, name, value string, hasValue bool) error {
	if !hasValue {
		fig.set(f, NotRead())
		return nil
	}
	v, err := number(value)
	if err != nil || v < fig.low || v > fig.top || name == "alcohol" && perhapsThousands(v, value) {
		return bad("traits", "%s needs a number of %s from %g to %g, as in %s=%g, not %q", name, fig.unit, fig.low,
			fig.top, name, math.Min(fig.top, 12), words.Cut(value))
	}
	fig.set(f, Read(v))
	return nil
}

// perhapsThousands reports whether a comma in a small figure may part thousands: it would be read as far too little.
func perhapsThousands(v float64, typed string) bool {
	return v > 0 && v < 1 && strings.Contains(typed, ",")
}

func (f *Facts) readSalt(value string) error {
	v, err := number(value)
	if err != nil || v < 0 || v > 100 || perhapsThousands(v, value) {
		return bad("traits", "salt needs per cent by mass, as in salt=1.2, not %q", words.Cut(value))
	}
	f.Salt = unit.Known(v / 100)
	return nil
}

func readTraces(into *allergen.Set, name, value string) error {
	set, err := allergen.ParseContents(value)
	if err != nil {
		return bad("traits", "%s needs an allergen, as in %s=milk, not %q", name, name, words.Cut(value))
	}
	*into |= set
	return nil
}
