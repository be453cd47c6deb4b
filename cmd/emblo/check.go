package main

import (
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"time"

	"emblo/core/age"
	"emblo/core/checklist"
	"emblo/core/desk/lookup"
	"emblo/core/strict"
	"emblo/core/written"
)

// badFile is a room or a list that cannot be checked; the program then exits with 2.
type badFile struct{ reason string }

func (b *badFile) Error() string { return b.reason }

// checkList answers a check list on the command line. Things that are kept out are an
// answer, not a failure.
func checkList(args []string, in io.Reader, out io.Writer, now time.Time) error {
	flags := flag.NewFlagSet("check", flag.ContinueOnError)
	flags.SetOutput(io.Discard)
	roomPath := flags.String("room", "", "")
	if err := flags.Parse(args); err != nil || *roomPath == "" || flags.NArg() != 1 {
		return &badFile{"say which room and which list, as in: emblo check --room room.json items.csv (- reads the list from the input)"}
	}
	data, err := readAtMost(*roomPath, in, written.MaxRoomFile)
	if err != nil {
		return err
	}
	sheet, err := written.ReadRoomFile(data, age.DateOf(now))
	if err != nil {
		return &badFile{"the room file" + placeOf(err) + ": " + err.Error()}
	}
	list, err := readAtMost(flags.Arg(0), in, checklist.MaxBytes)
	if err != nil {
		return err
	}
	report, err := lookup.CheckFile(sheet, list)
	var file *checklist.FileError
	if errors.As(err, &file) {
		return &badFile{file.Reason}
	}
	if err != nil {
		return err
	}
	_, err = out.Write(report.CSV())
	return err
}

// placeOf says where in a file a fault is, by its JSON Pointer.
func placeOf(err error) string {
	var fault *strict.Fault
	if errors.As(err, &fault) && fault.Pointer != "" {
		return ", at " + fault.Pointer
	}
	return ""
}

// readAtMost reads a file, or the input for "-", and one byte more than limit at most: the
// reader of the contents then says that it is too large.
func readAtMost(path string, in io.Reader, limit int64) ([]byte, error) {
	if path != "-" {
		f, err := os.Open(path)
		if err != nil {
			return nil, &badFile{fmt.Sprintf("cannot read %s: %v", path, errors.Unwrap(err))}
		}
		defer f.Close()
		in = f
	}
	data, err := io.ReadAll(io.LimitReader(in, limit+1))
	if err != nil {
		return nil, &badFile{fmt.Sprintf("cannot read %s: %v", path, err)}
	}
	return data, nil
}
