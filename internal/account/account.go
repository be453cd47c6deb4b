// Package account signs people in and says who is asking: argon2id passwords, random session tokens of which only
// a hash is stored, and a limit on failed tries that every app process shares.
package account

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"strings"
	"sync"
	"time"

	"github.com/alexedwards/argon2id"
	"github.com/google/uuid"

	"emblo/internal/store"
)

// Failures of signing in.
var (
	// ErrWrong is returned for an unknown address and for a wrong password alike.
	ErrWrong = errors.New("that address and password do not go together")
	// ErrTooMany is returned while an address, or a network address, is blocked.
	ErrTooMany = errors.New("too many tries: wait a quarter of an hour, then try again")
)

const (
	// SessionLasts is how long a session is good for.
	SessionLasts = 12 * time.Hour
	window       = 15 * time.Minute
	triesAccount = 8
	triesAddress = 40
)

// params are the OWASP minimum for argon2id: 19 MiB, two passes, one lane.
var params = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// Hash returns the argon2id hash of a password in the PHC string format.
func Hash(password string) (string, error) { return argon2id.CreateHash(password, params) }

// absent is compared against when there is no such account, so that an unknown address
// takes as long as a wrong password. It is made when it is first needed.
var absent = sync.OnceValues(func() (string, error) { return Hash("no account has this password") })

// SignIn checks a password and opens a session; the token goes into the cookie. The
// errors are ErrWrong, ErrTooMany and those of the store.
func SignIn(ctx context.Context, s *store.Store, email, password, address string, now time.Time) (token string, err error) {
	account := "account " + strings.ToLower(strings.TrimSpace(email))
	from := "address " + address
	for who, limit := range map[string]int{account: triesAccount, from: triesAddress} {
		n, err := s.FailuresSince(ctx, who, now.Add(-window))
		if err != nil {
			return "", err
		}
		if n >= limit {
			return "", ErrTooMany
		}
	}
	staff, err := s.StaffByEmail(ctx, strings.TrimSpace(email))
	hash := staff.PasswordHash
	if errors.Is(err, store.ErrNotFound) {
		if hash, err = absent(); err != nil {
			return "", err
		}
	} else if err != nil {
		return "", err
	}
	ok, err := argon2id.ComparePasswordAndHash(password, hash)
	if err != nil {
		return "", err
	}
	if !ok || staff.ID == uuid.Nil {
		if err := s.AddFailure(ctx, now, account, from); err != nil {
			return "", err
		}
		return "", ErrWrong
	}
	return Open(ctx, s, staff.ID, now)
}

// Open opens a session for an account and returns its token.
func Open(ctx context.Context, s *store.Store, staff uuid.UUID, now time.Time) (string, error) {
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

// WhoFollows returns whose calendar follows by a token, or store.ErrNotFound.
func WhoFollows(ctx context.Context, s *store.Store, token string) (store.Session, error) {
	return s.SessionByFeed(ctx, tokenHash(token))
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
