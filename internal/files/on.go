// Package files writes what Emblo knows as tables for a spreadsheet, RFC 4180 CSV, and reads them back.
package files

import "emblo/core/desk"

// Files writes and reads the tables of a centre.
type Files struct{ *desk.Desk }

// On returns them over what is known of a centre.
func On(d *desk.Desk) Files { return Files{d} }
