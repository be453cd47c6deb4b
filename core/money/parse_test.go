package money

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What is written is read back, and what may mean two amounts is neither.
func TestPrices(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c, digits := Coins(rapid.IntRange(0, mostCoins).Draw(t, "coins")), rapid.IntRange(0, 3).Draw(t, "digits")
		got, err := Parse(c.Text(digits), digits)
		if digits == 3 && err != nil { // 1.234 may be a thousand
			return
		}
		require.NoError(t, err, c.Text(digits))
		assert.Equal(t, c, got)
	})
	for text, coins := range map[string]Coins{"3.65": 365, "3,65": 365, " 4 ": 400, "0.5": 50, "1,234.50": 123450,
		"1.234,50": 123450, "1.234.567,00": -1, "999": 99900} {
		got, err := Parse(text, 2)
		if coins < 0 {
			require.Error(t, err, text)
			continue
		}
		require.NoError(t, err, text)
		assert.Equal(t, coins, got, text)
	}
	for _, text := range []string{"", "abc", "-3.65", "3.655", "1,2,3.4", "1.2,3.45", "1,23.45", "3.", ".5", "3 65",
		"1.234", "1e3", "99999999"} {
		_, err := Parse(text, 2)
		assert.Error(t, err, text)
	}
	yen, err := Parse("365", Digits("JPY"))
	require.NoError(t, err)
	assert.Equal(t, Coins(365), yen)
	assert.Equal(t, []int{2, 0, 3}, []int{Digits("USD"), Digits("JPY"), Digits("KWD")})
}

func ExampleParse() {
	coins, _ := Parse("3,65", 2)
	fmt.Println(coins)
	_, err := Parse("1.234", 2)
	fmt.Println(err)
	// Output:
	// 365
	// "1.234": it may be thousands or a part: write it with two digits after the point
}
