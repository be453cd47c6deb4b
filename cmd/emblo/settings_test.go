package main

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"log/slog"
	"math/big"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/internal/now"
)

// A setting that is not known, or does not read, is refused by its name; nothing is taken for something else.
func TestSettingsAreReadStrictly(t *testing.T) {
	s, err := readSettings([]string{"PATH=/bin", "EMBLO_ADDR=127.0.0.1:0", "EMBLO_SECURE=0",
		"EMBLO_ORIGIN=https://emblo.example, http://bench.example:8090/", "EMBLO_PROXY=127.0.0.1,10.0.0.0/8",
		"EMBLO_DATA= "})
	require.NoError(t, err)
	assert.Equal(t, settings{Addr: "127.0.0.1:0", Origins: []string{"https://emblo.example",
		"http://bench.example:8090"}, Proxies: []string{"127.0.0.1", "10.0.0.0/8"}}, s)
	for said, words := range map[string]string{
		"EMBLO_SECURE=yes":                         `EMBLO_SECURE is "yes": it is 1 or 0`,
		"EMBLO_ORGIN=https://emblo.example":        "there is no setting EMBLO_ORGIN",
		"EMBLO_ORIGIN=emblo.example":               "each is an address without a path",
		"EMBLO_ORIGIN=https://emblo.example/bench": "each is an address without a path",
		"EMBLO_ORIGIN=ftp://emblo.example":         "each is an address without a path",
		"EMBLO_PROXY=10.0.0.0/40":                  "each is an address or a network",
		"EMBLO_DATABASE_URL=localhost:5432":        "it is an address such as postgres://",
		"EMBLO_TLS_CERT=/none/cert.pem":            "EMBLO_TLS_CERT and EMBLO_TLS_KEY go together",
	} {
		_, err := readSettings([]string{said})
		assert.ErrorContains(t, err, words, said)
	}
	_, err = readSettings([]string{"EMBLO_TLS_CERT=/none/cert.pem", "EMBLO_TLS_KEY=/none/key.pem"})
	assert.ErrorContains(t, err, "do not read")
	for _, k := range known {
		assert.Contains(t, settingsHelp(), k.name)
	}
}

// A certificate that is renewed is taken up as it is, one that does not read leaves the one before, and one that has
// run out is served and said to have.
func TestACertificateIsTakenUpByItself(t *testing.T) {
	dir := t.TempDir()
	var said strings.Builder
	c := &certificate{cert: filepath.Join(dir, "cert.pem"), key: filepath.Join(dir, "key.pem"),
		log: slog.New(slog.NewTextHandler(&said, nil))}
	_, err := c.get(nil)
	require.Error(t, err)
	written := now.Machine().Add(-time.Hour)
	put := func(number int64, ends time.Time) {
		key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
		require.NoError(t, err)
		like := &x509.Certificate{SerialNumber: big.NewInt(number), Subject: pkix.Name{CommonName: "emblo.example"},
			NotBefore: ends.Add(-48 * time.Hour), NotAfter: ends}
		cert, err := x509.CreateCertificate(rand.Reader, like, like, &key.PublicKey, key)
		require.NoError(t, err)
		private, err := x509.MarshalPKCS8PrivateKey(key)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(c.key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: private}),
			0o600))
		require.NoError(t, os.WriteFile(c.cert, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: cert}),
			0o600))
		written = written.Add(time.Second)
		require.NoError(t, os.Chtimes(c.cert, written, written))
	}
	serves := func() int64 {
		is, err := c.get(nil)
		require.NoError(t, err)
		return is.Leaf.SerialNumber.Int64()
	}
	put(1, now.Machine().Add(365*24*time.Hour))
	assert.Equal(t, int64(1), serves())
	assert.Empty(t, said.String())
	put(2, now.Machine().Add(-time.Hour))
	assert.Equal(t, int64(2), serves())
	assert.Contains(t, said.String(), "runs out")
	require.NoError(t, os.WriteFile(c.cert, []byte("half of it"), 0o600))
	assert.Equal(t, int64(2), serves())
	assert.Contains(t, said.String(), "does not read")
	put(3, now.Machine().Add(365*24*time.Hour))
	assert.Equal(t, int64(3), serves())
}
