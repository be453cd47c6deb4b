package httpapi_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"

	"emblo/core/written"
)

// The cupboard as a file reads back as it was, whatever parts its cells; one row that does not read
// counts nothing.
func TestCupboardFileReadsBack(t *testing.T) {
	a := demoLead(t)
	var file struct{ CSV string }
	a.do(http.MethodGet, "/api/cupboard/file", nil, http.StatusOK, &file)
	assert.True(t, strings.HasPrefix(file.CSV,
		"name,free_from,heat_treated,amount,unit,place,best_before,pack,price\r\n"))
	assert.Contains(t, file.CSV, "Plain flour,,,2600,g,pantry,,1000,1.15\r\n")
	all := func() (out []written.StoredJar) {
		var c written.Cupboard
		a.do(http.MethodGet, "/api/cupboard", nil, http.StatusOK, &c)
		for _, j := range c.Jars {
			j.Version, j.Last = 0, nil
			out = append(out, j)
		}
		return out
	}
	before := all()
	var done written.Imported
	a.do(http.MethodPost, "/api/cupboard/import", written.ImportInput{CSV: file.CSV}, http.StatusOK, &done)
	assert.Equal(t, strings.Count(file.CSV, "\r\n")-1, done.Added)
	assert.Equal(t, before, all())
	a.do(http.MethodPost, "/api/cupboard/import",
		written.ImportInput{CSV: "name;amount;pack;price\nplain flour;1 1/2 kg;500 g;0,75\nchickpeas;300;;\n"},
		http.StatusOK, &done)
	assert.Equal(t, []string{"Plain flour", "Chickpeas, dry"}, done.Names)
	flour := jarOf(t, a, "plain-flour")
	assert.InDelta(t, 1500, flour.Amount, 1e-9)
	assert.Equal(t, []written.Pack{{Amount: 500, Coins: ptr(75)}, {Amount: 1000, Coins: ptr(115)}}, flour.Packs)
	before = all()
	for csv, says := range map[string]string{
		"name,amount\nplain flour,1 kg\nmoon dust,3":             `Row 2: nothing on the shelf is called "moon dust"`,
		"name,amount\nplain flour,-3":                            "Row 1",
		"name,amount,pack,price\nplain flour,1 kg,500 g,1.2.3,4": "Row 1",
		"name,amount,price\nplain flour,1 kg,3":                  "a price needs its pack",
		"name,amuont\nplain flour,1 kg":                          `did you mean "amount"`,
		"name,amount\nplain flour,1 kg\nflour,2 kg":              "stands twice"} {
		assert.Contains(t, string(a.ask(http.MethodPost, "/api/cupboard/import",
			asText(t, written.ImportInput{CSV: csv}))), strings.ReplaceAll(says, `"`, `\"`), csv)
	}
	assert.Equal(t, before, all())
}

// The list as a file is ticked off in any spreadsheet and read back, all of it or nothing; what is in
// the cupboard by then is not ticked again.
func TestTheListIsTickedInASpreadsheet(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	var file struct{ CSV string }
	a.do(http.MethodGet, "/api/shopping/file", nil, http.StatusOK, &file)
	assert.True(t, strings.HasPrefix(file.CSV,
		"name,free_from,heat_treated,missing,unit,count,pack,price,by,aisle,for,got\r\n"))
	assert.Contains(t, file.CSV, "Cream of tartar,,,23,g,1,40,1.80,"+wallIn(2, "10:15")+
		",\"sugar, salt and minerals\",Bakery counter,\r\n")
	_, before := lineOf(a, "")
	var done written.Imported
	read := func(csv string) {
		a.do(http.MethodPost, "/api/shopping/import", written.ImportInput{CSV: csv}, http.StatusOK, &done)
	}
	read(file.CSV)
	assert.Zero(t, done.Added, "nobody said what was got")
	_, after := lineOf(a, "")
	assert.Equal(t, before, after)

	for csv, says := range map[string]string{
		"name,got\ncream of tartar,yes\nmoon dust,yes":                      "Row 2: nothing on the shelf",
		"name,got\ncream of tartar,yes\nplain flour,yes":                    "Row 2: Plain flour is not on the list",
		"name,got\ncream of tartar,maybe":                                   "got is yes, none",
		"name,count,pack,got\ncream of tartar,1.5,40 g,yes":                 "count is a whole number",
		"name,pack,price,got\ncream of tartar,40 g,1.2.3,yes":               "The price",
		"name,price,got\ncream of tartar,3,yes":                             "a price needs its pack",
		"name,got\ncream of tartar,yes\ncream of tartar,none":               "and the shop has none",
		"name,pack,got\ncream of tartar,40 g,yes\ncream of tartar,40 g,yes": "stands twice",
		"name,gto\ncream of tartar,yes":                                     "did you mean"} {
		answer := string(a.ask(http.MethodPost, "/api/shopping/import", asText(t, written.ImportInput{CSV: csv})))
		assert.Contains(t, answer, says, csv)
		assert.Contains(t, answer, "/csv", csv)
	}
	_, after = lineOf(a, "")
	assert.Equal(t, before, after, "nothing of a file that does not read is ticked")

	read("name;count;pack;price;got\ncream of tartar;2;20 g;0,95;yes\ncream of tartar;1;40 g;;yes\nwhite rice;;;;none\n")
	assert.Equal(t, 2, done.Added)
	line, _ := lineOf(a, "cream-of-tartar")
	assert.Equal(t, []written.BuyPack{{Amount: 20, Count: 2, Coins: ptr(95)}, {Amount: 40, Count: 1}}, line.Ticked)
	rice, _ := lineOf(a, "white-rice")
	assert.Equal(t, "none", rice.State)
	a.do(http.MethodGet, "/api/shopping/file", nil, http.StatusOK, &file)
	read(file.CSV)
	again, _ := lineOf(a, "cream-of-tartar")
	assert.Equal(t, line.Ticked, again.Ticked, "a file read back is as it was")

	var got written.Received
	a.do(http.MethodPost, "/api/shopping/receive",
		written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: again.TickID, MoveID: uuid.NewString(),
			JarID: uuid.NewString()}}}, http.StatusOK, &got)
	assert.Equal(t, 1, got.Lines)
	assert.Contains(t, string(a.ask(http.MethodPost, "/api/shopping/import",
		asText(t, written.ImportInput{CSV: file.CSV}))), "may be in the cupboard already")
	assert.InDelta(t, 95, jarOf(t, a, "cream-of-tartar").Amount, 1e-9)
}
