package harness

import (
	"path/filepath"
	"runtime"
)

// root is the checkout.
func root() string {
	_, file, _, _ := runtime.Caller(0)
	return filepath.Join(filepath.Dir(file), "../..")
}

// Binary returns the built program.
func Binary() string { return binary }

// Root returns the checkout's folder.
func Root() string { return root() }
