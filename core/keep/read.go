package keep

import (
	"regexp"
	"strings"
)

// MaxText is how many letters of what somebody typed are read.
const MaxText = 200

// A clause is read by the first of these that it holds, and what stands around it must be filling words.
var (
	spanRE = regexp.MustCompile(
		`(?:(\d+|\p{L}+)\s*(?:to|or|-|–)\s*)?(?:\b(\d+|a|an|one|two|three|four|five|six|seven|ten|fourteen|half an?)\s*)?\b(minutes?|mins?|hours?|h|days?|nights?|weeks?|fortnights?|months?|years?|terms?)\b`)
	outRE    = regexp.MustCompile(`\b(?:out of the (?:fridge|freezer|cold)|out in all|once out|out)\b`)
	sealedRE = regexp.MustCompile(`\bsealed portions?\b`)
	lookRE   = regexp.MustCompile(`\b(?:after|by) (?:a |each )?(?:look(?:-over|ing it over)?|check(?:ing it)?)\b`)
	usesRE   = regexp.MustCompile(`\b(?:or |for |at most )?(\d+|\p{L}+) (?:uses|times)\b`)
	sameRE   = regexp.MustCompile(`\b(?:(?:the |that )?same day|on the day|that day|its day|today)\b`)
	groupRE  = regexp.MustCompile(
		`\b(?:(?:one|1|a single|single|each|every) (?:group|session|class)|fresh for each group|then (?:the )?bin|then (?:throw|thrown) (?:it )?away)\b`)
	useRE    = regexp.MustCompile(`\b(?:(?:one|1|single)[ -](?:use|child|time)|never used again|used once)\b`)
	lastsRE  = regexp.MustCompile(`\b(?:until (?:it is )?worn(?: out)?|for ?ever|does not turn|indefinitely)\b`)
	coldRE   = regexp.MustCompile(`\b(?:chilled|fridge|refrigerator|refrigerated|cold box)\b`)
	frozenRE = regexp.MustCompile(`\b(?:frozen|freezer)\b`)
	roomRE   = regexp.MustCompile(`\b(?:room temperature|cupboard|shelf|counter|larder|pantry|indoors)\b`)
	mostRE   = regexp.MustCompile(`\b(?:no|not|not for) (?:more than|over) `)
	wordRE   = regexp.MustCompile(`[\p{L}\p{N}'’-]+`)
	filling  = strings.Fields(
		"up to until about for at most least max maximum it they keeps keep kept store stored in on a an the of and or its when once open opened closed tub bag box tin jar jars bottle container with lid well away from only very over all use used after each per long before play inside made day ready")
	storeRE = []struct {
		is Store
		re *regexp.Regexp
	}{{NeverClosedIn, regexp.MustCompile(`\bnever closed in\b`)},
		{DriedAfterUse, regexp.MustCompile(`\bdried(?: inside| after use)?\b`)},
		{LockedAway, regexp.MustCompile(`\blocked away\b`)},
		{Dry, regexp.MustCompile(`\bdry\b`)}, {Airtight, regexp.MustCompile(`\b(?:airtight|air-tight|sealed)\b`)},
		{Closed, regexp.MustCompile(`\bclosed\b`)}, {Jarred, regexp.MustCompile(`\bjarred\b`)},
		{Dark, regexp.MustCompile(`\bdark\b`)},
		{Cool, regexp.MustCompile(`\bcool\b`)}, {Covered, regexp.MustCompile(`\bcovered\b`)},
		{Wrapped, regexp.MustCompile(`\bwrapped\b`)}, {Damp, regexp.MustCompile(`\b(?:damp|wet)\b`)}}
)

var unitDays = map[string]int{"day": 1, "night": 1, "week": 7, "fortnight": 14, "month": 30, "year": 365, "term": 90}

// fewDays are the lengths of bare words: days, weeks, months, years.
var fewDays = map[string]int{"day": Few, "night": Few, "week": Weeks, "month": Months, "year": Years, "fortnight": 14,
	"term": 90}

// reading is a text while it is read.
type reading struct {
	k              Keeping
	told           bool // a time, or how it is used
	timed, placed  bool
	notUnderstood  bool
	rest           string // what is left of the clause
	sealed, looked bool   // the clause is of what is closed, or is looked over
	out            bool   // or of what is out
}

// Read reads how long something keeps out of what somebody typed, such as "up to a week, airtight" or "days, chilled;
// one group once out". Where several times are said the least counts. What holds a word that is not understood, or
// no time and no way to be used, is not known: ok is false. placed says that the text tells where it waits, or how it
// is stored; "2 days" alone does not.
func Read(text string) (k Keeping, placed, ok bool) {
	text = strings.ToLower(strings.TrimSpace(text))
	text = mostRE.ReplaceAllString(text, "") // any other "not" is not understood
	if text == "" || len(text) > MaxText {
		return Keeping{}, false, false
	}
	r := reading{k: Keeping{known: true}}
	for _, clause := range strings.FieldsFunc(text, func(c rune) bool { return strings.ContainsRune(",;.()", c) }) {
		if r.clause(clause); r.notUnderstood {
			return Keeping{}, false, false
		}
	}
	switch k = r.k; {
	case k.Where != Room && !r.timed && k.Touch == Shared: // cold, and nothing else said
		return k, true, r.told || k.Out > 0 || k.Where == Frozen
	case k.Touch == OneGroup && !r.timed, k.Touch == OneUse:
		return k, true, r.told
	}
	return k, r.placed || k.Days == 0 || k.Days >= 14, r.told && (r.timed || k.Lasting)
}

// take takes what an expression finds out of the clause, and reports whether it found something.
func (r *reading) take(re *regexp.Regexp) bool {
	if !re.MatchString(r.rest) {
		return false
	}
	r.rest = re.ReplaceAllString(r.rest, " ")
	return true
}

// clause reads one clause.
func (r *reading) clause(text string) {
	r.rest = text
	r.sealed, r.out, r.looked = r.take(sealedRE), r.take(outRE), r.take(lookRE)
	r.uses()
	for _, m := range spanRE.FindAllStringSubmatch(r.rest, -1) {
		r.span(m)
	}
	r.rest = spanRE.ReplaceAllString(r.rest, " ")
	r.where()
	for _, w := range wordRE.FindAllString(r.rest, -1) {
		r.notUnderstood = r.notUnderstood || !isFilling(w)
	}
}

// uses reads how often and by whom it is used, and that it lasts.
func (r *reading) uses() {
	if m := usesRE.FindStringSubmatch(r.rest); m != nil {
		n, understood := number(m[1])
		r.notUnderstood = r.notUnderstood || !understood || n < 1
		r.take(usesRE)
		r.k.Uses = least(r.k.Uses, n)
	}
	if r.take(sameRE) {
		r.told, r.timed, r.k.Days, r.k.Lasting = true, true, 0, false
	}
	if r.take(groupRE) {
		r.told, r.k.Touch = true, max(r.k.Touch, OneGroup)
	}
	if r.take(useRE) {
		r.told, r.k.Touch = true, OneUse
	}
	if r.take(lastsRE) && !r.timed {
		r.told, r.k.Lasting = true, true
	}
}

// span reads a length of time.
func (r *reading) span(m []string) {
	days, minutes, understood := lengthOf(m)
	switch k := &r.k; {
	case !understood:
		r.notUnderstood = true
		return
	case r.looked:
		k.Ceiling = days
		return
	case r.sealed:
		k.Sealed = days
	case r.out:
		k.Out = least(k.Out, max(minutes, 1))
	case minutes > 0:
		k.Minutes, k.Days, k.Lasting, r.timed = least(k.Minutes, minutes), 0, false, true
	case !r.timed || days < k.Days:
		k.Days, k.Lasting, r.timed = days, false, true
	}
	r.told = true
}

// where reads where it waits, and in what.
func (r *reading) where() {
	for _, p := range []struct {
		re *regexp.Regexp
		is Where
	}{{frozenRE, Frozen}, {coldRE, Chilled}, {roomRE, Room}} {
		if !r.take(p.re) {
			continue
		}
		if r.placed = true; !r.sealed {
			r.k.Where = max(r.k.Where, p.is)
		}
	}
	for _, how := range storeRE {
		if r.take(how.re) {
			r.k.Store, r.placed = r.k.Store|how.is, true
		}
	}
}

func isFilling(word string) bool {
	for _, f := range filling {
		if f == word {
			return true
		}
	}
	return false
}

// lengthOf reads what spanRE found: the least of a range, and the least that a bare word may mean.
func lengthOf(m []string) (days, minutes int, ok bool) {
	unit := strings.TrimSuffix(m[3], "s")
	n, counted := 1, m[2] != ""
	if strings.HasPrefix(m[2], "half") {
		n, counted = 0, true
	} else if counted {
		if n, ok = number(m[2]); !ok {
			return 0, 0, false
		}
	}
	if m[1] != "" {
		if from, is := number(m[1]); is {
			n = min(n, from)
		}
	}
	bare := !counted && strings.HasSuffix(m[3], "s")
	switch unit {
	case "minute", "min":
		if bare {
			return 0, fewMins, true
		}
		return 0, max(n, 1), true
	case "hour", "h":
		switch {
		case bare:
			return 0, fewHours, true
		case n == 0:
			return 0, halfAnHour, true
		}
		return 0, 60 * n, true
	}
	if bare {
		return fewDays[unit], 0, true
	}
	if n == 0 { // half a day, half a week
		return unitDays[unit] / 2, 0, true
	}
	return n * unitDays[unit], 0, true
}
