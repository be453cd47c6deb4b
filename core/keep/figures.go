package keep

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"
)

var (
	whereIDs = []string{"room", "chilled", "frozen"}
	touchIDs = []string{"shared", "one-group", "one-use"}
	storeIDs = map[string]Store{"dry": Dry, "airtight": Airtight, "closed": Closed, "jarred": Jarred, "dark": Dark,
		"cool": Cool, "covered": Covered, "wrapped": Wrapped, "damp": Damp,
		"locked-away": LockedAway, "dried-after-use": DriedAfterUse, "never-closed-in": NeverClosedIn}
)

// UnmarshalJSON reads a keeping by its figures: {"days": 14, "uses": 5, "store": ["airtight"]}. It fails on a field or
// an id that it does not know, and on figures that make no sense.
func (k *Keeping) UnmarshalJSON(data []byte) error {
	var row struct {
		Days    int      `json:"days"`
		Lasting bool     `json:"lasting"`
		Minutes int      `json:"minutes"`
		Out     int      `json:"out"`
		Sealed  int      `json:"sealed"`
		Ceiling int      `json:"ceiling"`
		Uses    int      `json:"uses"`
		Where   string   `json:"where"`
		Touch   string   `json:"touch"`
		Store   []string `json:"store"`
	}
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	if err := d.Decode(&row); err != nil {
		return err
	}
	is := Keeping{Days: row.Days, Lasting: row.Lasting, Minutes: row.Minutes, Out: row.Out, Sealed: row.Sealed,
		Ceiling: row.Ceiling, Uses: row.Uses}
	if row.Where != "" {
		at := slices.Index(whereIDs, row.Where)
		if at < 0 {
			return fmt.Errorf("%q is no place to keep it", row.Where)
		}
		is.Where = Where(at)
	}
	if row.Touch != "" {
		at := slices.Index(touchIDs, row.Touch)
		if at < 0 {
			return fmt.Errorf("%q is no way to be used", row.Touch)
		}
		is.Touch = Touch(at)
	}
	for _, id := range row.Store {
		how, known := storeIDs[id]
		if !known {
			return fmt.Errorf("%q is no way to store it", id)
		}
		is.Store |= how
	}
	*k = Said(is)
	return k.Check()
}
