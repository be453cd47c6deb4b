package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"syscall"
	"time"

	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/live"
	"emblo/internal/now"
	"emblo/internal/store"
	"emblo/web"
)

func serve(ctx context.Context, set settings) error {
	err := withStore(ctx, set, func(db opened) error {
		listener, err := listen(set.Addr)
		if err != nil {
			return err
		}
		defer listener.Close()
		err = db.Alone(ctx, func() error {
			empty, err := db.Empty(ctx)
			if err != nil || !empty {
				return err
			}
			say("Loading the demo centre")
			return demo.Load(ctx, db.Store, now.Machine().In(now.Zone()))
		})
		if err != nil {
			return err
		}
		scheme := "http://"
		if set.Cert != "" {
			scheme = "https://"
		}
		address := scheme + listener.Addr().String()
		if err := db.announce(address); err != nil {
			return err
		}
		hub := live.Listen(db.url, slog.Default())
		defer hub.Close()
		go forget(ctx, db.Store)
		server := &http.Server{
			Handler: httpapi.New(httpapi.Options{Store: db.Store, Live: hub, Web: web.Built(),
				Secure: set.Secure, Version: version(), Minutely: minutely(ctx), Origins: set.Origins,
				Proxies: set.Proxies, Language: marked()}),
			ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 30 * time.Second, WriteTimeout: 60 * time.Second,
			IdleTimeout: 2 * time.Minute,
		}
		server.RegisterOnShutdown(hub.Close) // streams end with it, and nobody is waited for
		if set.Cert != "" {
			cert := &certificate{cert: set.Cert, key: set.Key, log: slog.Default()}
			if _, err := cert.get(nil); err != nil {
				return err
			}
			server.TLSConfig = &tls.Config{MinVersion: tls.VersionTLS12, GetCertificate: cert.get}
		}
		say("\nEmblo is at %s", address)
		if _, _, err := db.DemoCentre(ctx); err == nil {
			say("Demo sign-in: %s, password %s", demo.Email, demo.Password)
		}
		say("Ctrl-C stops it.")
		return serveUntilStopped(ctx, server, listener)
	})
	var running *alreadyRunning
	if errors.As(err, &running) {
		say("Emblo is already running from this folder, at %s", running.address)
		return nil
	}
	return err
}

// endingLasts is how long what is open may take to end; what has stalled by then is cut off.
const endingLasts = 8 * time.Second

func serveUntilStopped(ctx context.Context, server *http.Server, listener net.Listener) error {
	failed := make(chan error, 1)
	go func() {
		if server.TLSConfig != nil {
			failed <- server.ServeTLS(listener, "", "")
			return
		}
		failed <- server.Serve(listener)
	}()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	say("\nStopping: finishing what is open")
	ending, cancel := context.WithTimeout(context.WithoutCancel(ctx), endingLasts)
	defer cancel()
	err := server.Shutdown(ending)
	if errors.Is(err, context.DeadlineExceeded) {
		return server.Close()
	}
	return err
}

// usualAddress is served on when nobody names another.
const usualAddress = "127.0.0.1:8090"

// listen takes the address that is named, which must be free, or else the usual one or the
// next free port.
func listen(named string) (net.Listener, error) {
	addr := named
	if addr == "" {
		addr = usualAddress
	}
	listener, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		if named != "" {
			return nil, fmt.Errorf(
				"the address %s is in use: stop what uses it, or choose another, as in EMBLO_ADDR=127.0.0.1:0 make start", addr)
		}
		say("%s is in use by something else: taking the next free port", addr)
		for port := 8091; port < 8100 && err != nil; port++ {
			listener, err = net.Listen("tcp", fmt.Sprintf("127.0.0.1:%d", port))
		}
		if err != nil {
			listener, err = net.Listen("tcp", "127.0.0.1:0")
		}
	}
	if err != nil {
		return nil, fmt.Errorf("cannot serve on %s: %w", addr, err)
	}
	return listener, nil
}

// childNotesLast is how long is kept what was seen of a child in a log (practice of the records that licensing
// asks for: a year).
const childNotesLast = 365 * 24 * time.Hour

// lettersLast is how long it is known of a letter that it was carried out: longer than a tablet lies in a drawer over
// the summer.
const lettersLast = 90 * 24 * time.Hour

// portion is how many letters are forgotten in one statement, so that nobody waits behind it.
const portion = 1000

// forget ends what was noted of children and of letters when that is over, now and every day.
func forget(ctx context.Context, s *store.Store) {
	for {
		for {
			gone, err := s.ForgetCommands(ctx, now.Machine().Add(-lettersLast), portion)
			if err != nil && ctx.Err() == nil {
				slog.Warn("old letters were not forgotten", slog.Any("error", err))
			}
			if err != nil || gone < portion {
				break
			}
		}
		if _, err := s.ForgetChildren(ctx, now.Machine().Add(-childNotesLast)); err != nil && ctx.Err() == nil {
			slog.Warn("notes about children were not ended", slog.Any("error", err))
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(24 * time.Hour):
		}
	}
}

// minutely returns what does things at once and then every minute beside the requests, and tells the log of what
// failed.
func minutely(ctx context.Context) func(string, func(context.Context) error) {
	return func(what string, do func(context.Context) error) {
		try := func() {
			if err := do(ctx); err != nil && ctx.Err() == nil {
				slog.Warn(what, slog.Any("error", err))
			}
		}
		try()
		go func() {
			for {
				select {
				case <-ctx.Done():
					return
				case <-time.After(time.Minute):
					try()
				}
			}
		}()
	}
}
