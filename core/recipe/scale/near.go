package scale

// How far sums in grams and millilitres may be off by their rounding: far less than any scoop holds.
const (
	rounding  = 1e-6 // g of a batch, and shares
	under     = 1 - 1e-12
	over      = 1 + 1e-12
	nearlyOne = 1 - 1e-9
)

// lacks reports whether a mass is less than what is needed, beyond rounding.
func lacks(mass, needed float64) bool { return mass+rounding < needed }

// surely reports whether a is less than b, beyond rounding.
func Surely(a, b float64) bool { return a+rounding/1000 < b }
