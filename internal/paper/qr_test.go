package paper_test

import (
	"image"
	"image/color"
	"regexp"
	"strconv"
	"testing"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/internal/paper"
)

var run = regexp.MustCompile(`M(\d+) (\d+)h(\d+)v1h-(\d+)z`)

// drawn fills the outline of a code, each module eight dots wide, as a browser does.
func drawn(t *testing.T, path string, size int) image.Image {
	t.Helper()
	const dots = 8
	img := image.NewGray(image.Rect(0, 0, size*dots, size*dots))
	for i := range img.Pix {
		img.Pix[i] = 0xff
	}
	filled := 0
	for _, m := range run.FindAllStringSubmatch(path, -1) {
		var n [4]int
		for i := range n {
			v, err := strconv.Atoi(m[i+1])
			require.NoError(t, err)
			n[i] = v
		}
		require.Equal(t, n[2], n[3], "a run goes back as far as it came")
		require.LessOrEqual(t, n[0]+n[2], size)
		filled += len(m[0])
		for x := n[0] * dots; x < (n[0]+n[2])*dots; x++ {
			for y := n[1] * dots; y < (n[1]+1)*dots; y++ {
				img.Set(x, y, color.Gray{})
			}
		}
	}
	require.Equal(t, len(path), filled, "nothing else is drawn")
	return img
}

// Another library reads back what the outline says, for addresses short and long, and its quiet zone is four
// modules wide (ISO/IEC 18004).
func TestQRReadsBack(t *testing.T) {
	for _, text := range []string{
		"https://emblo.example/batches/0192f3a1-0000-7000-8000-000000000001",
		"http://127.0.0.1:8090/batches/0192f3a1-0000-7000-8000-000000000001",
		"https://a-very-long-name-of-a-house-for-children.quillmere.example:8443/emblo/batches/0192f3a1-0000-7000-8000-000000000001",
		"x",
	} {
		path, size, err := paper.QR(text)
		require.NoError(t, err)
		for _, m := range run.FindAllStringSubmatch(path, -1) {
			x, _ := strconv.Atoi(m[1])
			y, _ := strconv.Atoi(m[2])
			require.True(t, x >= 4 && y >= 4 && y < size-4, "the quiet zone")
		}
		dots, err := gozxing.NewBinaryBitmapFromImage(drawn(t, path, size))
		require.NoError(t, err)
		found, err := qrcode.NewQRCodeReader().Decode(dots, nil)
		require.NoError(t, err)
		assert.Equal(t, text, found.GetText())
	}
	long := make([]byte, 4000)
	for i := range long {
		long[i] = 'a'
	}
	_, _, err := paper.QR(string(long))
	assert.ErrorContains(t, err, "QR code")
}
