// Package written is the one form in which everything is written down: rooms, things,
// set-ups, recipes, policies, questions and answers, on the wire, in the database, in
// files and in the demo centre. Each concept has one type here and one in the core that
// thinks about it; the functions here read the one into the other and back, and nothing
// else translates.
//
// # Strict
//
// Reading refuses, by name and place, whatever the form does not know: a field that is
// not there, misspelt, doubled or in other capitals, a field that is missing, null where
// nothing may be empty, a second document behind the first, text with control characters
// or too long. A field left out is never "no": it is required, or it is a fact that is
// not given.
//
// The types say it themselves. A field without the option omitzero is required. A
// pointer without it may be null, which says "not known" or "none". The tag max bounds
// the letters of a text or the entries of a list, each those of the texts in a list; text:"lines" lets a text have
// several lines, text:"file" leaves it to who reads the file in it.
//
// # Version
//
// What is stored or put into a file carries the number of the form it is written in,
// Version for what is written now. Earlier forms are read for ever; golden_test.go keeps
// a document of each.
package written

// Version is the form that is written now. A file without a version is version 1.
const Version = 3
