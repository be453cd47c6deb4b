package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"strings"
	"time"

	"emblo/internal/localpg"
	"emblo/internal/now"
	"emblo/internal/store"
)

// database is the name of the application's database on Emblo's own server.
const database = "emblo"

// alreadyRunning says that another Emblo serves from the same folder, and where.
type alreadyRunning struct{ address string }

func (a *alreadyRunning) Error() string {
	return "Emblo is already running from this folder, at " + a.address + "; stop it first"
}

// whoRuns waits until the Emblo that holds the folder says where it serves.
func whoRuns(ctx context.Context, folder string) error {
	for range 600 {
		address := localpg.Announced(folder)
		_, host, _ := strings.Cut(address, "://")
		if conn, err := net.DialTimeout("tcp", host, time.Second); address != "" && err == nil {
			conn.Close()
			return &alreadyRunning{address}
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(100 * time.Millisecond):
		}
	}
	return localpg.ErrAlreadyRunning
}

// ownServer starts Emblo's own database server, in a folder or the usual one, and keeps it running.
func ownServer(ctx context.Context, folder string) (*localpg.Server, error) {
	if folder == "" {
		var moved bool
		var err error
		if folder, moved, err = localpg.Folder(".local/pg"); err != nil {
			return nil, err
		}
		if moved {
			say("The database runs as the user postgres, which may not enter this folder; its data is in %s", folder)
		}
	}
	server, err := localpg.Start(ctx, folder)
	if errors.Is(err, localpg.ErrAlreadyRunning) {
		return nil, whoRuns(ctx, folder)
	}
	if err != nil {
		return nil, err
	}
	server.Watch(ctx, func(what string, err error) { slog.Warn(what, slog.Any("error", err)) })
	return server, nil
}

// opened is a database that is open and up to date.
type opened struct {
	*store.Store
	url string
	// announce tells a second start from the same folder where this one serves.
	announce func(string) error
}

// withStore opens the database, starting Emblo's own server when no other is named, migrates it, and closes all of it
// after do.
func withStore(ctx context.Context, set settings, do func(opened) error) (err error) {
	o := opened{url: set.DatabaseURL, announce: func(string) error { return nil }}
	if o.url == "" {
		say("Starting the database")
		server, startErr := ownServer(ctx, set.Data)
		if startErr != nil {
			return startErr
		}
		defer func() {
			err = errors.Join(err, server.Stop())
			say("The database is stopped.")
		}()
		if err := server.EnsureDatabase(ctx, database); err != nil {
			return err
		}
		o.url, o.announce = server.URL(database), server.Announce
	}
	if o.Store, err = waitFor(ctx, o.url); err != nil {
		return err
	}
	defer o.Store.Close()
	if _, err := o.Migrate(ctx); err != nil {
		return err
	}
	return do(o)
}

// waitFor opens a database, and waits for one that does not answer yet: it may be started at the same moment.
func waitFor(ctx context.Context, url string) (*store.Store, error) {
	for first := true; ; first = false {
		s, err := store.Open(ctx, url, now.Machine)
		switch {
		case err == nil:
			return s, nil
		case ctx.Err() != nil:
			return nil, ctx.Err()
		case !store.Lost(err):
			return nil, err
		case first:
			say("The database does not answer yet; waiting for it. Ctrl-C stops that.")
			slog.Warn("waiting for the database", slog.Any("error", err))
		}
		select {
		case <-ctx.Done():
			return nil, fmt.Errorf("the database did not answer: %w", err)
		case <-time.After(time.Second):
		}
	}
}
