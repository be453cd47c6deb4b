package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"regexp"
	"strings"
	"unicode/utf8"

	"emblo/core/age"
	"emblo/core/checklist"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// ownTable is the word a centre's own staffing table is stored by.
const ownTable = "own"

// tableOf returns the staffing table of the signed-in centre.
func tableOf(session *store.Session) (room.RatioTable, error) {
	return ratioTable(session.RatioTable, session.PerAdult)
}

func ratioTable(id string, perAdult []int) (room.RatioTable, error) {
	if id != ownTable {
		return room.ParseRatioTable(id)
	}
	var own [len(room.LocalBands) + 1]int
	if len(perAdult) != len(own) {
		return room.RatioTable{}, fmt.Errorf("give %d numbers: for a youngest child under 12, 24, 36 and 60 months and from then on", len(own))
	}
	copy(own[:], perAdult)
	return room.LocalTable(own)
}

// policyOf returns what the signed-in centre asks beyond the published limits. A stored
// policy was checked when it was saved; one that does not read is a fault and fails.
func policyOf(session *store.Session) (safety.Policy, error) {
	var p checklist.PolicyFile
	if len(session.Policy) == 0 {
		return safety.Policy{}, nil
	}
	if err := json.Unmarshal(session.Policy, &p); err != nil {
		return safety.Policy{}, fmt.Errorf("policy of the centre: %w", err)
	}
	return p.Policy(), nil
}

// GetCentre returns the centre's settings.
func (s *Server) GetCentre(ctx context.Context, _ contract.GetCentreRequestObject) (contract.GetCentreResponseObject, error) {
	row, err := s.centre(ctx).Settings(ctx)
	if err != nil {
		return nil, err
	}
	body, err := centreBody(row)
	return contract.GetCentre200JSONResponse(body), err
}

// PutCentre replaces the centre's settings. Only the lead may, and a setting can tighten
// what the rules ask and never loosen it.
func (s *Server) PutCentre(ctx context.Context, r contract.PutCentreRequestObject) (contract.PutCentreResponseObject, error) {
	if sessionOf(ctx).Role != "lead" {
		return nil, errLeadOnly
	}
	row, err := centreRow(r.Body)
	if err != nil {
		return nil, err
	}
	saved, err := s.centre(ctx).SaveSettings(ctx, row)
	var stale *store.Conflict[store.CentreRow]
	if errors.As(err, &stale) {
		current, err := centreBody(stale.Current)
		p := conflict("page of settings")
		return contract.PutCentre409ApplicationProblemPlusJSONResponse{
			Type: p.Type, Title: p.Title, Status: p.Status, Detail: p.Detail, Current: current}, err
	}
	if err != nil {
		return nil, err
	}
	body, err := centreBody(saved)
	return contract.PutCentre200JSONResponse(body), err
}

var threeLetters = regexp.MustCompile(`^[A-Z]{3}$`)

func centreRow(in *contract.Centre) (store.CentreRow, error) {
	row := store.CentreRow{Version: in.Version, RatioTable: string(in.RatioTable), Emergency: strings.TrimSpace(in.Emergency), FindsStirredIn: in.FindsStirredIn, Currency: "USD"}
	var err error
	if row.Name, err = checkName(in.Name, "Give the centre a name"); err != nil {
		return row, err
	}
	if utf8.RuneCountInString(row.Emergency) > 200 {
		return row, badField("emergency", "The emergency and poison numbers have at most 200 letters.")
	}
	if c := value(in.Currency); c != "" {
		if row.Currency = c; !threeLetters.MatchString(c) {
			return row, badField("currency", "A currency has three letters, such as USD, EUR or GBP.")
		}
	}
	if row.RatioTable == ownTable {
		row.PerAdult = value(in.PerAdult)
	}
	if _, err := ratioTable(row.RatioTable, row.PerAdult); err != nil {
		return row, badField("per_adult", "The staffing table: %s.", err)
	}
	p := in.Policy
	file := checklist.PolicyFile{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict, TasteSafeMonths: p.TasteSafeMonths,
		CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: p.MinimumMonths}
	if file.MinimumMonths == nil {
		file.MinimumMonths = map[string]int{}
	}
	if file.TasteSafeMonths != 0 && file.TasteSafeMonths < room.ThreeYears {
		return row, badField("policy/taste_safe_months", "The age for taste-safe things only is %d months or more: it tightens the rules and never loosens them.", room.ThreeYears)
	}
	if err := file.Policy().Validate(); err != nil {
		return row, badField("policy", "The settings: %s.", err)
	}
	row.Policy, err = json.Marshal(file)
	return row, err
}

func centreBody(row store.CentreRow) (contract.Centre, error) {
	var p checklist.PolicyFile
	if len(row.Policy) > 0 {
		if err := json.Unmarshal(row.Policy, &p); err != nil {
			return contract.Centre{}, err
		}
	}
	body := contract.Centre{Version: row.Version, Name: row.Name, RatioTable: contract.CentreRatioTable(row.RatioTable), Emergency: row.Emergency,
		FindsStirredIn: row.FindsStirredIn, Currency: &row.Currency, Policy: contract.CentrePolicy{NutFree: p.NutFree, NoFoodPlay: p.NoFoodPlay, MayContainStrict: p.MayContainStrict,
			TasteSafeMonths: p.TasteSafeMonths, CookedOnly: p.CookedOnly, OwnPortions: p.OwnPortions, SameDayMixes: p.SameDayMixes, MinimumMonths: p.MinimumMonths}}
	if body.Policy.MinimumMonths == nil {
		body.Policy.MinimumMonths = map[string]int{}
	}
	if len(row.PerAdult) > 0 {
		body.PerAdult = &row.PerAdult
	}
	return body, nil
}

// GetRules returns the rule book.
func (s *Server) GetRules(context.Context, contract.GetRulesRequestObject) (contract.GetRulesResponseObject, error) {
	var book contract.GetRules200JSONResponse
	for _, r := range safety.Rules() {
		body := contract.Rule{Id: r.ID, Title: r.Title, Family: string(r.Family), Threshold: r.Threshold,
			Source: r.Ground.Source, Standing: string(r.Ground.Standing), Tunable: r.Tunable}
		body.Examples = make([]contract.RuleExample, len(r.Examples))
		for i, e := range r.Examples {
			who := age.Words(e.Months)
			if e.Mouths {
				who += ", mouthing"
			}
			body.Examples[i] = contract.RuleExample{Words: e.Words, Who: who, Use: contract.Use(e.Use.String()), Verdict: contract.Verdict(e.Want.String())}
		}
		book = append(book, body)
	}
	return book, nil
}
