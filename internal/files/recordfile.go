package files

import (
	"strconv"
	"strings"

	"emblo/core/written"
)

// recordColumns are those of the file of records. No child is in it, and no word that somebody wrote of one.
var recordColumns = []string{"opened", "room", "set_up", "what", "verdict", "contains", "perhaps", "conditions",
	"children", "adults", "watched", "noted", "corrected", "minutes", "mess", "again"}

// RecordsFile writes what was offered as a file for a spreadsheet.
func RecordsFile(records []written.Record) string {
	some := func(n int) string {
		if n == 0 {
			return ""
		}
		return strconv.Itoa(n)
	}
	rows := make([][]string, len(records))
	for i, r := range records {
		verdict := r.Verdict
		if verdict == "" {
			verdict = "not checked"
		}
		rows[i] = []string{r.PlayAt, r.Room, r.Name, r.What, verdict, r.Contains, r.Perhaps, strings.Join(r.Conditions,
			"; "), some(r.Children), some(r.Adults), r.Watched, yes(r.Logged), some(r.Corrected), some(r.Minutes),
			some(r.Mess), r.Again}
	}
	return sheet(recordColumns, rows)
}
