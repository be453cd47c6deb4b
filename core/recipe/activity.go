package recipe

import "math"

// Water activity is the share of its water that a mix leaves free to what grows in it, 0
// to 1. Two models are combined.
//
// # Salt
//
// For sodium chloride at 25 C, molality m in mol for each kg of water, the Pitzer equation
// (Pitzer and Mayorga 1973, quoted from memory):
//
//	phi = 1 - A sqrt(m) / (1 + b sqrt(m)) + m (B0 + B1 exp(-2 sqrt(m))) + m² C
//	ln aw = -2 phi m M,   M = 0.0180153 kg/mol of water
//
// It holds to saturation at 6.14 mol/kg; more salt than that lies in the mix undissolved,
// and the activity stays at that of a saturated solution, 0.753 (Greenspan 1977).
//
// # Sugar and glycerol
//
// The Norrish equation (1966, quoted from memory), x by moles:
//
//	ln (aw / xw) = -K xs²,   K = 6.47 for sucrose, 1.16 for glycerol
//
// The parts are combined by the product of Ross (1975): each in all of the water.
const (
	pitzerA  = 0.3915
	pitzerB  = 1.2
	pitzerB0 = 0.0765
	pitzerB1 = 0.2664
	pitzerC  = 0.00127

	saltSaturated = 6.14 // mol/kg at 25 C

	molarWater    = 18.0153 // g/mol, IUPAC
	molarSalt     = 58.443
	molarSucrose  = 342.297
	molarGlycerol = 92.094

	norrishSucrose  = 6.47
	norrishGlycerol = 1.16
)

// ActivityMargin is how far the estimate may be off either way (convention: flour and
// starch bind a little water that the models do not see).
const ActivityMargin = 0.02

// SaltActivity returns the water activity of a solution of sodium chloride of the given
// molality in mol/kg at 25 C. It is 1 for 0 and stays at its value at saturation beyond.
func SaltActivity(molality float64) float64 {
	m := math.Min(math.Max(molality, 0), saltSaturated)
	root := math.Sqrt(m)
	phi := 1 - pitzerA*root/(1+pitzerB*root) + m*(pitzerB0+pitzerB1*math.Exp(-2*root)) + m*m*pitzerC
	return math.Exp(-2 * phi * m * molarWater / 1000)
}

// SucroseActivity returns the water activity of a solution of so many grams of sucrose in
// so many grams of water; 1 without sugar, 0 without water.
func SucroseActivity(sugar, water float64) float64 {
	return norrish(sugar/molarSucrose, water/molarWater, norrishSucrose)
}

// GlycerolActivity is SucroseActivity for glycerol.
func GlycerolActivity(glycerol, water float64) float64 {
	return norrish(glycerol/molarGlycerol, water/molarWater, norrishGlycerol)
}

func norrish(solute, water, k float64) float64 {
	if solute <= 0 {
		return 1
	}
	xs := solute / (solute + water)
	return (1 - xs) * math.Exp(-k*xs*xs)
}

// Solution is what is dissolved in the water of a mix, in grams.
type Solution struct{ Water, Salt, Sugar, Glycerol float64 }

// Activity returns the water activity of the solution; 0 for one without water, which has
// none to give.
func (s Solution) Activity() float64 {
	if !(s.Water > 0) {
		return 0
	}
	salt := SaltActivity(s.Salt / molarSalt / (s.Water / 1000))
	return salt * SucroseActivity(s.Sugar, s.Water) * GlycerolActivity(s.Glycerol, s.Water)
}
