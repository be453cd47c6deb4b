package account

import (
	"context"
	"encoding/hex"
	"errors"
	"net/netip"
	"runtime"
	"strings"
	"time"

	"github.com/alexedwards/argon2id"
	"github.com/google/uuid"

	"emblo/internal/now"
	"emblo/internal/store"
)

// Failures of signing in beside *store.TooManyTries.
var (
	// ErrWrong is returned for an unknown address and for a wrong password alike.
	ErrWrong = errors.New("that address and password do not go together")
	// ErrBusy is returned while more sign in at once than the machine can compare passwords for.
	ErrBusy = errors.New("too many sign in at once")
)

// How many tries are compared (common practice). Nobody is locked out by what others try: tries from elsewhere are
// counted by where they come from, a device that an account has been signed in on before by itself, and what is too
// many for an account from everywhere together is spaced.
const (
	window       = 15 * time.Minute
	triesAccount = 8  // of one account from one place, and from everywhere before they are spaced
	triesAddress = 40 // from one place
	triesDemo    = 60 // of a tap on the demo centre, from one place
	spacing      = 2 * time.Second
	longest      = 6 * time.Second // that a try waits for its turn
)

const (
	// DeviceLasts is how long a device is known on which nobody of the house has signed in since.
	DeviceLasts = 365 * 24 * time.Hour
	askingTurns = 4 // how many tries ask the database at once, so that others find it free
	patience    = 3 * time.Second
)

// Door lets people in. It is safe for use by many at once.
type Door struct {
	store *store.Store
	now   now.Clock
	// asking and comparing hold as many as may ask the database, and compare a password, at once: comparing takes 19
	// MiB and a processor, of which one is left to everybody else.
	asking, comparing chan struct{}
}

// NewDoor returns the door of a store.
func NewDoor(s *store.Store, clock now.Clock) *Door {
	return &Door{s, clock, make(chan struct{}, askingTurns), make(chan struct{}, max(1, runtime.GOMAXPROCS(0)-1))}
}

// Visit is where somebody comes from: their address on the network, and the token that their device keeps from when
// somebody last signed in on it, "" for none.
type Visit struct{ Address, Device string }

// place is what tries from an address are counted by: the address, or the network of it where a house has many (RFC
// 6177).
func (v Visit) place() string {
	at, err := netip.ParseAddr(v.Address)
	if err != nil {
		return "unknown"
	}
	if at = at.Unmap(); at.Is6() {
		net, err := at.WithZone("").Prefix(64)
		if err != nil {
			return "unknown"
		}
		return net.String()
	}
	return at.String()
}

// SignIn checks a password and opens a session; the tokens go into the cookies of the session and of the device. The
// errors are ErrWrong, ErrBusy, *store.TooManyTries and those of the store.
func (d *Door) SignIn(ctx context.Context, email, password string, v Visit) (token, device string, err error) {
	email = strings.TrimSpace(email)
	try := uuid.New()
	staff, from, err := d.turn(ctx, try, email, v)
	if err != nil {
		return "", "", err
	}
	right, err := d.compare(ctx, password, staff.PasswordHash)
	switch {
	case errors.Is(err, ErrBusy):
		return "", "", errors.Join(err, d.store.ForgetTries(ctx, try))
	case err != nil:
		return "", "", err
	case !right || staff.ID == uuid.Nil:
		return "", "", ErrWrong
	}
	if err := d.store.ForgetTries(ctx, try, from); err != nil {
		return "", "", err
	}
	// Each sign-in gives the device a new token, so that one which somebody else knows or planted is worth nothing
	// after it.
	device, hash := NewToken()
	at := d.now()
	if err := d.store.KeepDevice(ctx, tokenHash(v.Device), hash, staff.ID, at, at.Add(-DeviceLasts)); err != nil {
		return "", "", err
	}
	token, err = open(ctx, d.store, staff.ID, at)
	return token, device, err
}

// turn counts a try and waits for its turn. It returns whose account it is of, nobody's where there is none by the
// address, and by what name the try is counted.
func (d *Door) turn(ctx context.Context, try uuid.UUID, email string, v Visit) (staff store.Staff, from string,
	err error) {
	account, place := "account "+strings.ToLower(email), v.place()
	var slot time.Time
	err = within(ctx, d.asking, func() error {
		known := false
		if v.Device != "" {
			if known, err = d.store.KnowsDevice(ctx, tokenHash(v.Device), email); err != nil {
				return err
			}
		}
		from = account + " from " + place
		limits := []store.TryLimit{
			{Who: from, Most: triesAccount, Window: window},
			{Who: "address " + place, Most: triesAddress, Window: window},
			{Who: account, Most: triesAccount, Window: window, Spacing: spacing, Longest: longest},
		}
		if known {
			from = "device " + hex.EncodeToString(tokenHash(v.Device)) + " " + account
			limits = []store.TryLimit{{Who: from, Most: triesAccount, Window: window}}
		}
		if slot, err = d.store.TakeTry(ctx, try, d.now(), limits...); err != nil {
			return err
		}
		staff, err = d.store.StaffByEmail(ctx, email)
		if errors.Is(err, store.ErrNotFound) {
			return nil
		}
		return err
	})
	if err != nil {
		return staff, from, err
	}
	return staff, from, until(ctx, slot.Sub(d.now()))
}

// compare reports whether a password is the one of a hash; of an account that is not there it takes as long.
func (d *Door) compare(ctx context.Context, password, hash string) (right bool, err error) {
	err = within(ctx, d.comparing, func() (err error) {
		if hash == "" {
			if hash, err = absent(); err != nil {
				return err
			}
		}
		right, err = argon2id.ComparePasswordAndHash(password, hash)
		return err
	})
	return right, err
}

// Demo opens a session for an account whose password everybody knows. The errors are ErrBusy, *store.TooManyTries and
// those of the store.
func (d *Door) Demo(ctx context.Context, staff uuid.UUID, v Visit) (token string, err error) {
	err = within(ctx, d.asking, func() error {
		_, err := d.store.TakeTry(ctx, uuid.New(), d.now(), store.TryLimit{Who: "demo from " + v.place(),
			Most: triesDemo, Window: window})
		if err == nil {
			token, err = open(ctx, d.store, staff, d.now())
		}
		return err
	})
	return token, err
}

// within does something as one of as many as a channel holds, or returns ErrBusy when none of them ends in time.
func within(ctx context.Context, turns chan struct{}, do func() error) error {
	late := time.NewTimer(patience)
	defer late.Stop()
	select {
	case turns <- struct{}{}:
		defer func() { <-turns }()
		return do()
	case <-late.C:
		return ErrBusy
	case <-ctx.Done():
		return ctx.Err()
	}
}

func until(ctx context.Context, wait time.Duration) error {
	if wait <= 0 {
		return nil
	}
	turn := time.NewTimer(wait)
	defer turn.Stop()
	select {
	case <-turn.C:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}
