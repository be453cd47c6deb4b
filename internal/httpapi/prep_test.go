package httpapi_test

import (
	"maps"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/testdb"
)

// What is prepared on a day goes backward from what opens: ice the evening before, dough in the morning,
// inside the windows that the centre names; nothing for what does not go in.
func TestPrepGoesBackwardFromWhatOpens(t *testing.T) {
	a := demoLead(t)
	var centre written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
	centre.Prep, centre.PrepHands = []written.PrepWindow{{From: "07:00", To: "10:00"}, {From: "16:00", To: "18:00"}}, 2
	a.do(http.MethodPut, "/api/centre", centre, http.StatusOK, &centre)
	day := func(on string) (d written.PrepDay) {
		a.do(http.MethodGet, "/api/prep?day="+on, nil, http.StatusOK, &d)
		return d
	}
	find := func(d written.PrepDay, words string) *written.PrepSlot {
		for i := range d.Slots {
			if strings.Contains(d.Slots[i].Text, words) {
				return &d.Slots[i]
			}
		}
		return nil
	}
	before := day(dayIn(4)) // the blocks open on the 29th at 10:00, and freeze for up to 22 hours
	freeze := find(before, "push the sticks through")
	require.NotNil(t, freeze)
	assert.Equal(t, []string{"Frozen harbour blocks", wallIn(4, "10:00")}, []string{freeze.Setup, freeze.Ends},
		"in the last hour that hands are there in time")
	assert.Equal(t, "Last free prep time before play", freeze.Why)
	assert.Contains(t, freeze.WaitText, "Freeze through")
	assert.LessOrEqual(t, freeze.WaitUntil, wallIn(5, "10:00"))
	assert.True(t, before.Told && before.Hands == 2)
	next := day(dayIn(5))
	require.Len(t, next.Waiting, 1)
	assert.Equal(t, freeze.ID, next.Waiting[0].ID, "it freezes through the night")

	bakery := day(dayIn(2))
	cook := find(bakery, "Cook on low heat")
	require.NotNil(t, cook)
	assert.True(t, cook.AdultOnly && cook.Resource == "stove")
	for _, s := range bakery.Slots {
		assert.False(t, s.Outside || s.LateMinutes > 0, "%s at %s", s.Text, s.Starts)
		assert.LessOrEqual(t, s.Ends, s.PlayAt)
	}
	assert.Empty(t, cook.Why, "the line below shows what comes next")
	assert.Equal(t, "Last free prep time before play", bakery.Slots[len(bakery.Slots)-1].Why)
	assert.Contains(t, bakery.NotReady, "Night-sky foam")
	a.refused(http.MethodGet, "/api/prep?day="+dayIn(-4), nil, http.StatusUnprocessableEntity, "day",
		"today or one of the 14 days")
	for field, windows := range map[string][]written.PrepWindow{"prep/0": {{From: "9", To: "10:00"}},
		"prep/1": {{From: "07:00", To: "09:00"}, {From: "08:00", To: "10:00"}}} {
		bad := centre
		bad.Prep = windows
		a.refused(http.MethodPut, "/api/centre", bad, http.StatusUnprocessableEntity, field, "")
	}
}

// What cannot be ready in time says when it can open, and which mixes of its kind are all here, go in and
// can be ready: planned instead, they are.
func TestWhatIsLateSaysWhatCanStillBeDone(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	var setup written.StoredSetup
	for _, s := range a.setups() {
		if s.Name == "Bakery counter" {
			a.do(http.MethodGet, "/api/setups/"+s.ID, nil, http.StatusOK, &setup)
		}
	}
	day := func() (d written.PrepDay) {
		a.do(http.MethodGet, "/api/prep?day="+dayIn(0), nil, http.StatusOK, &d)
		return d
	}
	save := func() {
		var saved written.SavedSetup
		a.do(http.MethodPut, "/api/setups/"+setup.ID, written.SetupInput{Version: setup.Version, Setup: setup.Setup},
			http.StatusOK, &saved)
		assert.Equal(t, setup.Version+1, saved.Setup.Version)
		setup = saved.Setup
	}
	assert.Empty(t, day().Late)
	setup.PlayAt = wallIn(0, "09:35") // it is 9:00, and it takes an hour
	save()
	late := day()
	require.Len(t, late.Late, 1)
	assert.Equal(t, []string{"Bakery counter", "Lanterns"}, []string{late.Late[0].Setup, late.Late[0].Room})
	assert.Greater(t, late.Late[0].ReadyAt, setup.PlayAt)
	listed := func(all []written.SetupSummary) []string { // the same is said wherever it is listed
		var names []string
		for _, s := range all {
			if s.Late {
				names = append(names, s.Name)
			}
		}
		return names
	}
	var today written.Today
	a.do(http.MethodGet, "/api/today", nil, http.StatusOK, &today)
	assert.Equal(t, []string{"Bakery counter"}, listed(today.Setups))
	assert.Equal(t, []string{"Bakery counter"}, listed(a.setups()))
	require.NotEmpty(t, late.Late[0].Instead)
	for i, instead := range late.Late[0].Instead {
		assert.LessOrEqual(t, instead.Minutes, 35)
		if i > 0 {
			assert.GreaterOrEqual(t, instead.Minutes, late.Late[0].Instead[i-1].Minutes)
		}
		setup.Places[0].Base.RecipeID = instead.RecipeID
		var answer written.Answer
		a.do(http.MethodPost, "/api/answer", setup.Plan, http.StatusOK, &answer)
		assert.True(t, goesIn(answer.Verdict), instead.Name)
		save()
		assert.Empty(t, day().Late, instead.Name)
	}
	setup.Places[0].Base.RecipeID, setup.PlayAt = "stove-dough", late.Late[0].ReadyAt
	save()
	assert.Empty(t, day().Late, "it can open then")
}

// The week is the same steps, a line a day; what hands have to spare is what is free less what is asked.
func TestTheWeekAddsUp(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	var week written.PrepWeek
	a.do(http.MethodGet, "/api/prep/week", nil, http.StatusOK, &week)
	require.Len(t, week.Days, 7)
	opens := 0
	for i, w := range week.Days {
		var d written.PrepDay
		a.do(http.MethodGet, "/api/prep?day="+w.Day, nil, http.StatusOK, &d)
		hands, inside := 0, 0
		for _, s := range d.Slots {
			if hands += s.Minutes; !s.Outside {
				inside += s.Minutes
			}
		}
		free := 6 * 60 // from 7 to 9, 12 to 14 and 16 to 18, as nobody has said otherwise
		if i == 0 {
			free -= 2 * 60 // it is 9:00
		}
		assert.Equal(t, []int{len(d.Slots), hands, max(0, free-inside), d.SpareMinutes}, []int{w.Steps, w.HandsMinutes,
			w.SpareMinutes, w.SpareMinutes}, w.Day)
		if len(d.Slots) > 0 {
			assert.Equal(t, d.Slots[0].Starts, w.From)
		}
		opens += len(w.Opens)
	}
	assert.GreaterOrEqual(t, opens, 5)
}

// The calendar of a day, read by another library, has each step when it is done, in its own words, with
// what it has to reach; what is done is not in it, and a step keeps its name from file to file.
func TestPrepCalendarReadsBack(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	// three hours and a half behind
	testdb.Exec(t, url, "update centres set time_zone = 'America/St_Johns', people_revision = gen_random_uuid()")
	day := "?day=" + dayIn(2)
	var d written.PrepDay
	a.do(http.MethodGet, "/api/prep"+day, nil, http.StatusOK, &d)
	zone, err := time.LoadLocation("America/St_Johns")
	require.NoError(t, err)
	read := func() []ical.Event {
		var file contract.CalendarFile
		a.do(http.MethodGet, "/api/prep/calendar"+day, nil, http.StatusOK, &file)
		for line := range strings.SplitSeq(file.Ics, "\r\n") {
			assert.LessOrEqual(t, len(line), 75, "RFC 5545, 3.1")
		}
		calendar, err := ical.NewDecoder(strings.NewReader(file.Ics)).Decode()
		require.NoError(t, err)
		return calendar.Events()
	}
	events := read()
	require.Len(t, events, len(d.Slots))
	text := func(e ical.Event, prop string) string {
		words, err := e.Props.Text(prop)
		require.NoError(t, err)
		return words
	}
	for i, s := range d.Slots {
		starts, err := events[i].DateTimeStart(time.UTC)
		require.NoError(t, err)
		ends, err := events[i].DateTimeEnd(time.UTC)
		require.NoError(t, err)
		assert.Equal(t, []string{s.Text, s.Room, s.Starts, s.Ends}, []string{text(events[i], ical.PropSummary),
			text(events[i], ical.PropLocation), starts.In(zone).Format("2006-01-02T15:04"),
			ends.In(zone).Format("2006-01-02T15:04")})
		assert.Equal(t, s.Asks != "", strings.Contains(text(events[i], ical.PropDescription), "The food thermometer has to read "+
			s.Asks))
	}
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: d.Slots[0].ID, Done: true,
		At: now.UTC().Format(time.RFC3339)}, http.StatusNoContent, nil)
	left := read()
	require.Len(t, left, len(events)-1)
	assert.Equal(t, text(events[1], ical.PropUID), text(left[0], ical.PropUID))
	a.refused(http.MethodGet, "/api/prep/calendar?day="+dayIn(-4), nil, http.StatusUnprocessableEntity, "day",
		"today or one of the 14 days")
}

// The link by which a calendar follows is read by another library without signing in, holds all that is
// coming, and ends when it is made anew, dropped, or its account goes; what is all done is a calendar still.
func TestACalendarFollowsByALink(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	nobody := visit(t, a.server)
	var feed contract.PrepFeed
	link := func() string {
		a.do(http.MethodPut, "/api/prep/feed", nil, http.StatusOK, &feed)
		require.NotNil(t, feed.Path)
		return *feed.Path
	}
	a.do(http.MethodGet, "/api/prep/feed", nil, http.StatusOK, &feed)
	require.Nil(t, feed.Since)
	first := link()
	read := func(path string) map[string]string {
		resp, err := http.Get(a.server.URL + path)
		require.NoError(t, err)
		defer resp.Body.Close()
		require.Equal(t, "text/calendar; charset=utf-8", resp.Header.Get("Content-Type"))
		calendar, err := ical.NewDecoder(resp.Body).Decode()
		require.NoError(t, err)
		require.NotEmpty(t, calendar.Children, "RFC 5545, 3.6: at least one component")
		all := map[string]string{}
		for _, e := range calendar.Events() {
			words, err := e.Props.Text(ical.PropSummary)
			require.NoError(t, err)
			uid, err := e.Props.Text(ical.PropUID)
			require.NoError(t, err)
			all[uid] = words
		}
		return all
	}
	followed := read(first)
	words := slices.Collect(maps.Values(followed))
	assert.True(t, slices.ContainsFunc(words, func(w string) bool { return strings.Contains(w, "Cook on low heat") }) &&
		slices.ContainsFunc(words, func(w string) bool { return strings.Contains(w, "push the sticks through") }),
		"of several days: %v", words)
	var day written.PrepDay
	a.do(http.MethodGet, "/api/prep?day="+dayIn(2), nil, http.StatusOK, &day)
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: day.Slots[0].ID, Done: true,
		At: now.UTC().Format(time.RFC3339)}, http.StatusNoContent, nil)
	assert.Len(t, read(first), len(followed)-1, "what is done is not in it")

	second := link()
	nobody.refused(http.MethodGet, first, nil, http.StatusNotFound, "", "Not found")
	testdb.Exec(t, url, "delete from setups")
	assert.Empty(t, read(second))
	a.do(http.MethodDelete, "/api/prep/feed", nil, http.StatusNoContent, nil)
	nobody.refused(http.MethodGet, second, nil, http.StatusNotFound, "", "Not found")
	third := link()
	testdb.Exec(t, url, "update feeds set made = made - interval '365 days'")
	nobody.refused(http.MethodGet, third, nil, http.StatusNotFound, "", "Not found")
	helper := visit(t, a.server)
	helper.do(http.MethodPost, "/api/session", written.SignIn{Email: "helper@quillmere.example",
		Password: "harbour-week"}, http.StatusOK, nil)
	helper.do(http.MethodPut, "/api/prep/feed", nil, http.StatusOK, &feed)
	var followers []contract.PrepFollower
	a.do(http.MethodGet, "/api/prep/feeds", nil, http.StatusOK, &followers)
	require.Len(t, followers, 1, "whose links are good")
	read(*feed.Path)
	a.do(http.MethodDelete, "/api/prep/feeds/"+followers[0].Id, nil, http.StatusNoContent, nil)
	nobody.refused(http.MethodGet, *feed.Path, nil, http.StatusNotFound, "", "Not found")
	third = link()
	testdb.Exec(t, url, "delete from staff where role = 'lead'")
	nobody.refused(http.MethodGet, third, nil, http.StatusNotFound, "", "Not found")
}

// A step that clears a rule is measured and not ticked; what was done stays when it was, on every device,
// once; the rest moves, and a tick can be taken back.
func TestStepsAreTickedAndMeasured(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	slots := func() map[string]written.PrepSlot {
		var d written.PrepDay
		a.do(http.MethodGet, "/api/prep?day="+dayIn(2), nil, http.StatusOK, &d)
		by := map[string]written.PrepSlot{}
		for _, s := range append(d.Slots, d.Waiting...) {
			if s.Setup == "Bakery counter" {
				by[strings.Fields(s.Text)[0]] = s
			}
		}
		return by
	}
	before := slots()
	cook, knead := before["Cook"], before["Knead"]
	assert.Equal(t, []string{"80 °C or more", "40 °C or less"}, []string{cook.Asks, knead.Asks})
	put := func(s written.PrepSlot, c *float64, status int, field, words string) {
		in := written.PrepTickInput{StepID: s.ID, Done: true, MeasuredC: c}
		if status == http.StatusNoContent {
			a.do(http.MethodPut, "/api/prep/ticks", in, status, nil)
			return
		}
		a.refused(http.MethodPut, "/api/prep/ticks", in, status, field, words)
	}
	const refused = http.StatusUnprocessableEntity
	put(knead, ptr(38.0), refused, "step_id", "First measure for: Cook on low heat")
	put(cook, nil, refused, "measured_c", "not ticked but measured")
	put(cook, ptr(72.5), refused, "measured_c", "It reads 72.5 °C and has to be 80 °C or more")
	put(cook, ptr(800.0), refused, "measured_c", "between -50 and 300 °C")
	assert.False(t, slots()["Cook"].Done, "nothing was noted")
	early := atNine().Format(time.RFC3339)
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: cook.ID, Done: true, MeasuredC: ptr(82.0),
		At: early}, http.StatusNoContent, nil)
	put(cook, ptr(90.0), http.StatusNoContent, "", "") // another device, later: the first stands
	var d written.PrepDay
	a.do(http.MethodGet, "/api/prep?day="+now.Format(time.DateOnly), nil, http.StatusOK, &d)
	found := false
	for _, s := range d.Slots {
		if s.ID == cook.ID {
			found = true
			assert.True(t, s.Done && s.DoneBy == "Tansy Quill" && *s.Measured == 82 && s.Why == "Done.")
		}
	}
	assert.True(t, found, "it is where it was done, two days before")
	assert.Equal(t, knead.Starts, slots()["Knead"].Starts, "what is left is as late as it can be")
	put(knead, ptr(45.0), refused, "measured_c", "has to be 40 °C or less")
	put(knead, ptr(39.0), http.StatusNoContent, "", "")
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: cook.ID}, http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: knead.ID}, http.StatusNoContent, nil)
	assert.Equal(t, before["Cook"].Starts, slots()["Cook"].Starts, "taken back")
	a.refused(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: cook.ID[:36] + "/made-0/9", Done: true},
		refused, "step_id", "not in it any more")
	a.refused(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: cook.ID, Done: true,
		MeasuredC: ptr(82.0), At: "2099-01-01T00:00:00Z"}, refused, "at", "within the last two days")
}

// When prep begins is the same on the list, on Today and for the set-up itself, however far ahead it opens.
func TestOneTimeToStartPrep(t *testing.T) {
	a := demoLead(t)
	var today written.Today
	a.do(http.MethodGet, "/api/today", nil, http.StatusOK, &today)
	told := map[string]string{}
	for _, s := range slices.Concat(today.Setups, today.Next) {
		told[s.ID] = s.StartsBy
	}
	checked := 0
	for _, s := range a.setups() {
		var prep written.PrepSetup
		a.do(http.MethodGet, "/api/setups/"+s.ID+"/prep", nil, http.StatusOK, &prep)
		if !goesIn(s.Verdict) || len(prep.Slots) == 0 || s.PlayAt < today.Now {
			continue
		}
		assert.Equal(t, prep.Slots[0].Starts, s.StartsBy, "the list, of %s", s.Name)
		assert.Equal(t, s.StartsBy, told[s.ID], "Today, of %s", s.Name)
		checked++
	}
	assert.GreaterOrEqual(t, checked, 4)
}

// goesIn reports whether the rules let in what has a verdict, whatever is still missing of it.
func goesIn(verdict string) bool { return verdict == "goes-in" || verdict == "with-a-hand" }

// What is missing is said of a set-up however far ahead it opens, and of none that has opened.
func TestWhatIsMissingFarAhead(t *testing.T) {
	a := demoLead(t)
	of := func(wall string) written.PrepSetup {
		path := "/api/setups/" + newID()
		in := written.SetupInput{Setup: written.Setup{Name: "Far", Plan: planned(a.room("Lanterns").ID, wall,
			&written.Base{Kind: "fill", ItemID: "chickpeas", VesselID: "clear-jar", DepthMM: ptr(60.0), Use: "sealed"})}}
		a.do(http.MethodPut, path, in, http.StatusOK, nil)
		var out written.PrepSetup
		a.do(http.MethodGet, path+"/prep", nil, http.StatusOK, &out)
		return out
	}
	far := of(wallIn(40, "10:00"))
	require.NotNil(t, far.Missing)
	require.Len(t, *far.Missing, 1)
	assert.Equal(t, written.NotNoted, (*far.Missing)[0].Kind)
	assert.Nil(t, of(wallIn(-2, "10:00")).Missing)
}
