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
	lookRE   = regexp.MustCompile(`\b(?:after|by) (?:a |each )?look(?:-over|ing it over)?\b`)
	usesRE   = regexp.MustCompile(`\b(?:or |for |at most )?(\d+|\p{L}+) (?:uses|times)\b`)
	sameRE   = regexp.MustCompile(`\b(?:(?:the |that )?same day|on the day|that day|its day|today)\b`)
	groupRE  = regexp.MustCompile(
		`\b(?:(?:one|1|a single|single|each|every) (?:group|session|class)|fresh for each group|then (?:the )?bin)\b`)
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
	told := false // a time, or how it is used
	timed := false
	k = Keeping{known: true}
	for _, clause := range strings.FieldsFunc(text, func(r rune) bool {
		return r == ',' || r == ';' || r == '.' || r == '(' || r == ')'
	}) {
		rest := clause
		take := func(re *regexp.Regexp) bool {
			if !re.MatchString(rest) {
				return false
			}
			rest = re.ReplaceAllString(rest, " ")
			return true
		}
		sealed, out, looked := take(sealedRE), take(outRE), take(lookRE)
		if m := usesRE.FindStringSubmatch(rest); m != nil {
			n, understood := number(m[1])
			if !understood || n < 1 {
				return Keeping{}, false, false
			}
			take(usesRE)
			k.Uses = least(k.Uses, n)
		}
		if take(sameRE) {
			told, timed, k.Days, k.Lasting = true, true, 0, false
		}
		if take(groupRE) {
			told, k.Touch = true, max(k.Touch, OneGroup)
		}
		if take(useRE) {
			told, k.Touch = true, OneUse
		}
		if take(lastsRE) && !timed {
			told, k.Lasting = true, true
		}
		for _, m := range spanRE.FindAllStringSubmatch(rest, -1) {
			days, minutes, understood := lengthOf(m)
			if !understood {
				return Keeping{}, false, false
			}
			switch {
			case looked:
				k.Ceiling = days
				continue
			case sealed:
				k.Sealed = days
			case out:
				k.Out = least(k.Out, max(minutes, 1))
			case minutes > 0:
				k.Minutes, k.Days, k.Lasting, timed = least(k.Minutes, minutes), 0, false, true
			case !timed || days < k.Days:
				k.Days, k.Lasting, timed = days, false, true
			}
			told = true
		}
		rest = spanRE.ReplaceAllString(rest, " ")
		for _, p := range []struct {
			re *regexp.Regexp
			is Where
		}{{frozenRE, Frozen}, {coldRE, Chilled}, {roomRE, Room}} {
			if take(p.re) {
				placed = true
				if !sealed {
					k.Where = max(k.Where, p.is)
				}
			}
		}
		for _, how := range storeRE {
			if take(how.re) {
				k.Store, placed = k.Store|how.is, true
			}
		}
		for _, w := range wordRE.FindAllString(rest, -1) {
			if !isFilling(w) {
				return Keeping{}, false, false
			}
		}
	}
	switch {
	case k.Where != Room && !timed && k.Touch == Shared: // cold, and nothing else said
		return k, true, told || k.Out > 0 || k.Where == Frozen
	case k.Touch == OneGroup && !timed, k.Touch == OneUse:
		return k, true, told
	}
	return k, placed || k.Days == 0 || k.Days >= 14, told && (timed || k.Lasting)
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
