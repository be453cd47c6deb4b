// Package paper draws what only paper needs.
package paper

import (
	"fmt"
	"strings"

	"github.com/skip2/go-qrcode"
)

// QR returns the outline of a QR code for a text as an SVG path in modules, its quiet zone in it, with how
// many modules it is wide; medium error correction (ISO/IEC 18004). It fails for a text that is too long.
func QR(text string) (path string, size int, err error) {
	code, err := qrcode.New(text, qrcode.Medium)
	if err != nil {
		return "", 0, fmt.Errorf("QR code: %w", err)
	}
	var b strings.Builder
	dots := code.Bitmap()
	for y, row := range dots {
		for x := 0; x < len(row); x++ {
			run := x
			for run < len(row) && row[run] {
				run++
			}
			if run > x {
				fmt.Fprintf(&b, "M%d %dh%dv1h-%dz", x, y, run-x, run-x)
				x = run
			}
		}
	}
	return b.String(), len(dots), nil
}
