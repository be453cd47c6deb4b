// Package web holds the built front end. The folder it embeds is empty but for a marker
// until the front end is built, so that the Go code builds and tests without it.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:built
var built embed.FS

// Built returns the built front end, or nil when this program was built without it.
func Built() fs.FS {
	app, err := fs.Sub(built, "built/app")
	if err != nil {
		return nil
	}
	if _, err := fs.Stat(app, "index.html"); err != nil {
		return nil
	}
	return app
}
