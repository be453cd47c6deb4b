package edge

import (
	"net/http"

	"github.com/klauspost/compress/gzhttp"
)

// packedFrom is the size in bytes from which an answer is worth packing: below it, packing
// takes longer than the line gains.
const packedFrom = 16 << 10

// Packed sends large answers gzipped to those who take them so.
func Packed(h http.Handler) http.Handler {
	wrap, err := gzhttp.NewWrapper(gzhttp.MinSize(packedFrom))
	if err != nil {
		panic(err) // only a size below zero is refused
	}
	return wrap(h)
}
