package harness

import (
	"os"
	"path/filepath"
)

// root is the checkout: the folder above that of a test with a go.mod.
func root() string {
	dir, _ := os.Getwd()
	for at := dir; at != filepath.Dir(at); at = filepath.Dir(at) {
		if _, err := os.Stat(filepath.Join(at, "go.mod")); err == nil {
			return at
		}
	}
	return dir
}

// Binary returns the built program.
func Binary() string { return binary }

// Root returns the checkout's folder.
func Root() string { return root() }
