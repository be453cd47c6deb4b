package edge

import (
	"context"
	"fmt"
	"net"
	"net/http"
	"net/netip"
	"slices"
	"strings"
	"time"

	"github.com/gin-gonic/gin"

	"emblo/core/words"
)

// SecurityHeaders allow nothing from another origin, no frames and no sniffing.
func (e *Edge) SecurityHeaders(c *gin.Context) {
	h := c.Writer.Header()
	if e.Secure {
		h.Set("Strict-Transport-Security", "max-age=31536000") // a year
	}
	h.Set("Content-Security-Policy",
		"default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; "+
			"connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("X-Frame-Options", "DENY")
	h.Set("Referrer-Policy", "same-origin")
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Cross-Origin-Resource-Policy", "same-origin")
	h.Set("Permissions-Policy", "camera=(), microphone=(), geolocation=()")
	if strings.HasPrefix(c.Request.URL.Path, "/api/") {
		h.Set("Cache-Control", "no-store")
	}
}

// readyLasts is how long the database may take to say that it is there.
const readyLasts = 3 * time.Second

// Healthy says that the program runs.
func (e *Edge) Healthy(c *gin.Context) {
	c.Header("Cache-Control", "no-store")
	c.String(http.StatusOK, "ok\n")
}

// Ready says whether requests can be answered: whether the database does.
func (e *Edge) Ready(c *gin.Context) {
	ctx, cancel := context.WithTimeout(c.Request.Context(), readyLasts)
	defer cancel()
	c.Header("Cache-Control", "no-store")
	if err := e.Store.Ping(ctx); err != nil {
		c.String(http.StatusServiceUnavailable, "the database does not answer\n")
		return
	}
	c.String(http.StatusOK, "ok\n")
}

// KnownHost refuses a request for a name that is not one of this server's: a page of another site could otherwise have
// its own name lead here, and read what is answered as its own. An address of the network is nobody's name.
func (e *Edge) KnownHost(c *gin.Context) {
	name := c.Request.Host
	if host, _, err := net.SplitHostPort(name); err == nil {
		name = host
	}
	name = strings.ToLower(strings.Trim(name, "[]"))
	if _, err := netip.ParseAddr(name); err == nil || name == "localhost" || slices.Contains(e.Hosts, name) {
		return
	}
	e.Refuse(c, &problem{status: http.StatusMisdirectedRequest, code: "unknown-host",
		detail: fmt.Sprintf(
			"Emblo does not answer to %q. Open it by the address that it printed, or name this one in EMBLO_ORIGIN.",
			words.Cut(name))})
}

var crossOrigin = http.NewCrossOriginProtection()

// SameSite refuses writes that a browser sends on behalf of another site, by Fetch metadata
// or the Origin header.
func (e *Edge) SameSite(c *gin.Context) {
	if crossOrigin.Check(c.Request) != nil {
		e.Refuse(c, errForeign)
	}
}
