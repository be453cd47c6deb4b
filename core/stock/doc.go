// Package stock keeps a cupboard: jars of a thing with what its packet says, moves instead of one
// number that is written over, what coming plans need of it, and the packs that cover what is short.
package stock
