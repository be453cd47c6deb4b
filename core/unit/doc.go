// Package unit holds the quantities of the job as small immutable values: mass,
// volume, length, density and kitchen measures, with the parsing of what people type
// and the printing of what they read.
//
// Everything is kept in SI-derived units (g, mL, mm) as a float64 and converted at the
// edges. The zero value of each quantity is a true zero amount. Values are comparable
// with ==, though sums of fractions should be compared with a tolerance.
//
// Conversion factors are those of NIST Handbook 44, Appendix C (quoted from memory):
// they are exact by definition for lb, oz and in, and rounded to 1 uL for US measures.
package unit
