// Package account signs people in and says who is asking: argon2id passwords, random session tokens of which only
// a hash is stored, and limits on tries that every app process shares.
package account

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"sync"
	"time"

	"github.com/alexedwards/argon2id"
	"github.com/google/uuid"

	"emblo/internal/store"
)

// SessionLasts is how long a session is good for.
const SessionLasts = 12 * time.Hour

// params are the OWASP minimum for argon2id: 19 MiB, two passes, one lane.
var params = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// Hash returns the argon2id hash of a password in the PHC string format.
func Hash(password string) (string, error) { return argon2id.CreateHash(password, params) }

// absent is compared against when there is no such account, so that an unknown address
// takes as long as a wrong password. It is made when it is first needed.
var absent = sync.OnceValues(func() (string, error) { return Hash("no account has this password") })

// open opens a session for an account and returns its token.
func open(ctx context.Context, s *store.Store, staff uuid.UUID, now time.Time) (string, error) {
	token, hash := NewToken()
	return token, s.SaveSession(ctx, hash, staff, now, now.Add(SessionLasts))
}

// NewToken returns a token that nobody can guess, and the hash that is kept of it.
func NewToken() (token string, hash []byte) {
	raw := make([]byte, 32)
	rand.Read(raw)
	token = base64.RawURLEncoding.EncodeToString(raw)
	return token, tokenHash(token)
}

// WhoFollows returns whose calendar follows by a token at a moment, or store.ErrNotFound.
func WhoFollows(ctx context.Context, s *store.Store, token string, now time.Time) (store.Session, error) {
	return s.SessionByFeed(ctx, tokenHash(token), now)
}

// Who returns the session of a token at a moment, or store.ErrNotFound.
func Who(ctx context.Context, s *store.Store, token string, now time.Time) (store.Session, error) {
	return s.SessionByToken(ctx, tokenHash(token), now)
}

// Close ends the session of a token; an unknown token is no error.
func Close(ctx context.Context, s *store.Store, token string) error {
	return s.DeleteSession(ctx, tokenHash(token))
}

func tokenHash(token string) []byte {
	sum := sha256.Sum256([]byte(token))
	return sum[:]
}
