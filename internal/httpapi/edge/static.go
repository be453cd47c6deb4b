package edge

import (
	"errors"
	"io/fs"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
)

// unbuilt is served by a binary that holds no front end.
const unbuilt = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Emblo</title></head>
<body><main><h1>Emblo is running without its pages</h1>
<p>This program was built without the front end. Run <code>make start</code> in the checkout: it builds both.</p></main></body></html>`

// Static serves the built front end: files under assets by their hashed names for ever,
// and the page itself for every other address that is no file's, so that a link to a plan opens it.
func (e *Edge) Static(web fs.FS) gin.HandlerFunc {
	var index []byte
	if web != nil {
		index, _ = fs.ReadFile(web, "index.html") // absent: nothing was built
	}
	if index == nil {
		index = []byte(unbuilt)
	}
	return func(c *gin.Context) {
		path := strings.TrimPrefix(c.Request.URL.Path, "/")
		switch {
		case strings.HasPrefix(path, "api/"):
			e.Refuse(c, errGone)
		case c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead:
			e.Refuse(c, errMethod)
		case web != nil && path != "" && path != "index.html" && isFile(web, path):
			c.Header("Cache-Control", "no-cache")
			if strings.HasPrefix(path, "assets/") {
				c.Header("Cache-Control", "public, max-age=31536000, immutable")
			}
			c.FileFromFS(path, http.FS(web))
		case path != "index.html" && (strings.HasPrefix(path, "assets/") ||
			strings.Contains(path[strings.LastIndexByte(path, '/')+1:], ".")):
			c.String(http.StatusNotFound, "There is no such file.")
		default:
			c.Header("Cache-Control", "no-cache")
			c.Data(http.StatusOK, "text/html; charset=utf-8", index)
		}
	}
}

func isFile(web fs.FS, path string) bool {
	info, err := fs.Stat(web, path)
	return err == nil && !info.IsDir() || errors.Is(err, fs.ErrPermission)
}
