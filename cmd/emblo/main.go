// Command emblo serves the prep bench and looks after its database.
package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"runtime/debug"
	"strings"
	"syscall"
	"time"
	_ "time/tzdata" // the zones of centres must not hang on the files of a machine

	"github.com/gin-gonic/gin"

	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/live"
	"emblo/internal/localpg"
	"emblo/internal/now"
	"emblo/internal/store"
	"emblo/web"
)

const usage = `Emblo, the prep bench for messy play.

  emblo serve         start the database and the application
  emblo check         check a list of things against a room; needs no database:
                      emblo check --room room.json items.csv > verdicts.csv
  emblo demo-reset    delete the demo centre and load it afresh
  emblo migrate       bring the database up to date
  emblo version       print the version

  EMBLO_ADDR          address to serve on (default 127.0.0.1:8090, or the next free port)
  EMBLO_DATABASE_URL  an existing PostgreSQL server instead of Emblo's own
  EMBLO_DATA          folder for Emblo's own database (default .local/pg, or one under
                      /var/lib/emblo where the database user may not enter that)
  EMBLO_ORIGIN        the address that labels lead to, such as https://emblo.example;
                      without it a label says a code and has no QR
  EMBLO_SECURE        set to 1 behind TLS: cookies are then marked Secure
`

// database is the name of the application's database on Emblo's own server.
const database = "emblo"

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
	err := run(ctx, os.Args[1:])
	stop()
	if err != nil {
		fmt.Fprintln(os.Stderr, "emblo: "+err.Error())
		var bad *badFile
		if errors.As(err, &bad) {
			os.Exit(2)
		}
		os.Exit(1)
	}
}

func run(ctx context.Context, args []string) error {
	gin.SetMode(gin.ReleaseMode)
	command := "serve"
	if len(args) > 0 {
		command = args[0]
	}
	switch command {
	case "serve":
		return serve(ctx)
	case "check":
		return checkList(args[1:], os.Stdin, os.Stdout, now.Machine())
	case "demo-reset":
		return withStore(ctx, func(s *store.Store, _ string, _ func(string) error) error {
			if err := s.DeleteDemo(ctx); err != nil {
				return err
			}
			say("The demo centre is loaded afresh.")
			return demo.Load(ctx, s, now.Machine().In(now.Zone()))
		})
	case "migrate":
		return withStore(ctx, func(*store.Store, string, func(string) error) error {
			say("The database is up to date.")
			return nil
		})
	case "version":
		fmt.Println("emblo " + version())
		return nil
	case "help", "-h", "--help":
		fmt.Print(usage)
		return nil
	}
	return fmt.Errorf("there is no command %q\n\n%s", command, usage)
}

func say(format string, args ...any) { fmt.Printf(format+"\n", args...) }

func serve(ctx context.Context) error {
	err := withStore(ctx, func(s *store.Store, url string, announce func(string) error) error {
		listener, err := listen()
		if err != nil {
			return err
		}
		defer listener.Close()
		empty, err := s.Empty(ctx)
		if err != nil {
			return err
		}
		if empty {
			say("Loading the demo centre")
			if err := demo.Load(ctx, s, now.Machine().In(now.Zone())); err != nil {
				return err
			}
		}
		if err := announce("http://" + listener.Addr().String()); err != nil {
			return err
		}
		hub := live.Listen(url, slog.Default())
		defer hub.Close()
		go forget(ctx, s)
		handler := httpapi.New(httpapi.Options{Store: s, Live: hub, Web: web.Built(), SecureCookies: os.Getenv("EMBLO_SECURE") == "1", Version: version(), Minutely: minutely(ctx), Origin: strings.TrimSpace(os.Getenv("EMBLO_ORIGIN"))})
		return serveUntilStopped(ctx, listener, handler, s, hub)
	})
	var running *alreadyRunning
	if errors.As(err, &running) {
		say("Emblo is already running from this folder, at %s", running.address)
		return nil
	}
	return err
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

// minutely returns what does things at once and then every minute beside the requests, and tells the log of what failed.
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

// usualAddress is served on when nobody names another.
const usualAddress = "127.0.0.1:8090"

// listen takes the address that is named, which must be free, or else the usual one or the
// next free port.
func listen() (net.Listener, error) {
	addr := env("EMBLO_ADDR", usualAddress)
	listener, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		if os.Getenv("EMBLO_ADDR") != "" {
			return nil, fmt.Errorf("the address %s is in use: stop what uses it, or choose another, as in EMBLO_ADDR=127.0.0.1:0 make start", addr)
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

func serveUntilStopped(ctx context.Context, listener net.Listener, handler http.Handler, s *store.Store, hub *live.Hub) error {
	server := &http.Server{Handler: handler, ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 30 * time.Second,
		WriteTimeout: 60 * time.Second, IdleTimeout: 2 * time.Minute}
	server.RegisterOnShutdown(hub.Close) // streams end with it, and nobody is waited for
	say("\nEmblo is at http://%s", listener.Addr())
	if _, _, err := s.DemoCentre(ctx); err == nil {
		say("Demo sign-in: %s, password %s", demo.Email, demo.Password)
	}
	say("Ctrl-C stops it.")
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(listener) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	say("\nStopping: finishing what is open")
	ending, cancel := context.WithTimeout(context.WithoutCancel(ctx), 10*time.Second)
	defer cancel()
	return server.Shutdown(ending)
}

// alreadyRunning says that another Emblo serves from the same folder, and where.
type alreadyRunning struct{ address string }

func (a *alreadyRunning) Error() string {
	return "Emblo is already running from this folder, at " + a.address + "; stop it first"
}

// whoRuns waits until the Emblo that holds the folder says where it serves.
func whoRuns(ctx context.Context, folder string) error {
	for range 600 {
		address := localpg.Announced(folder)
		if conn, err := net.DialTimeout("tcp", strings.TrimPrefix(address, "http://"), time.Second); address != "" && err == nil {
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

// ownServer starts Emblo's own database server and returns it with its data folder.
func ownServer(ctx context.Context) (*localpg.Server, error) {
	folder := os.Getenv("EMBLO_DATA")
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
	return server, err
}

// withStore opens the database, starting Emblo's own server when no other is named,
// migrates it, and closes all of it after do. What do announces is told to a second start
// from the same folder.
func withStore(ctx context.Context, do func(s *store.Store, url string, announce func(string) error) error) (err error) {
	announce := func(string) error { return nil }
	url := os.Getenv("EMBLO_DATABASE_URL")
	if url == "" {
		say("Starting the database")
		server, startErr := ownServer(ctx)
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
		url, announce = server.URL(database), server.Announce
	}
	s, err := store.Open(ctx, url, now.Machine)
	if err != nil {
		return err
	}
	defer s.Close()
	if _, err := s.Migrate(ctx); err != nil {
		return err
	}
	return do(s, url, announce)
}

func env(name, otherwise string) string {
	if v := strings.TrimSpace(os.Getenv(name)); v != "" {
		return v
	}
	return otherwise
}

func version() string {
	if info, ok := debug.ReadBuildInfo(); ok {
		for _, s := range info.Settings {
			if s.Key == "vcs.revision" && len(s.Value) >= 12 {
				return s.Value[:12]
			}
		}
	}
	return "0.1.0"
}
