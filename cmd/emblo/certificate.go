package main

import (
	"crypto/tls"
	"log/slog"
	"os"
	"sync"
	"time"

	"emblo/internal/now"
)

// certificate is the certificate that the pages are served with, as it stands in its files: one that is renewed is
// taken up without a restart, and one that does not read leaves the last that did.
type certificate struct {
	cert, key string
	log       *slog.Logger
	mu        sync.Mutex
	read      time.Time // when the file was written that was read last
	is        *tls.Certificate
}

// soon is how long before its end it is said that a certificate runs out.
const soon = 14 * 24 * time.Hour

// get returns the certificate for a connection.
func (c *certificate) get(*tls.ClientHelloInfo) (*tls.Certificate, error) {
	c.mu.Lock()
	defer c.mu.Unlock()
	info, err := os.Stat(c.cert)
	if err == nil && (c.is == nil || !info.ModTime().Equal(c.read)) {
		var read tls.Certificate
		if read, err = tls.LoadX509KeyPair(c.cert, c.key); err == nil {
			c.is, c.read = &read, info.ModTime()
			c.doubt()
		}
	}
	if c.is == nil {
		return nil, err
	}
	if err != nil {
		c.log.Warn("the certificate does not read: the one before it is served", slog.Any("error", err))
	}
	return c.is, nil
}

// doubt says that the certificate has run out, or soon will.
func (c *certificate) doubt() {
	if leaf := c.is.Leaf; leaf != nil && leaf.NotAfter.Before(now.Machine().Add(soon)) {
		c.log.Warn("the certificate runs out, and browsers refuse it from then on: put a new one in its place, it is taken up by itself",
			slog.String("file", c.cert), slog.Time("runs_out", leaf.NotAfter))
	}
}
