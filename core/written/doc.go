// Package written is the one form in which everything is written down: rooms, things,
// set-ups, recipes, policies, questions and answers, on the wire, in the database, in
// files and in the demo centre. Each concept has one type here and one in the core that
// thinks about it; the functions here read the one into the other and back, package strict
// holds a document to its type, package pen puts answers into words, and nothing else
// translates.
//
// # Version
//
// What is stored or put into a file carries the number of the form it is written in,
// Version for what is written now. Earlier forms are read for ever; golden_test.go keeps
// a document of each.
package written

// Version is the form that is written now. A file without a version is version 1.
const Version = 3
