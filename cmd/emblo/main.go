// Command emblo serves the prep bench and looks after its database.
package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"
	_ "time/tzdata" // the zones of centres must not hang on the files of a machine

	"github.com/gin-gonic/gin"

	"emblo/internal/demo"
	"emblo/internal/now"
)

const usage = `Emblo, the prep bench for messy play.

  emblo serve         start the database and the application
  emblo check         check a list of things against a room; needs no database:
                      emblo check --room room.json items.csv > verdicts.csv
  emblo demo-reset    delete the demo centre and load it afresh
  emblo migrate       bring the database up to date
  emblo version       print the version

`

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
		return set(func(s settings) error { return serve(ctx, s) })
	case "check":
		return checkList(args[1:], os.Stdin, os.Stdout, now.Machine())
	case "demo-reset":
		return set(func(s settings) error {
			return withStore(ctx, s, func(db opened) error {
				return db.Alone(ctx, func() error {
					if err := db.DeleteDemo(ctx); err != nil {
						return err
					}
					say("The demo centre is loaded afresh.")
					return demo.Load(ctx, db.Store, now.Machine().In(now.Zone()))
				})
			})
		})
	case "migrate":
		return set(func(s settings) error {
			return withStore(ctx, s, func(opened) error {
				say("The database is up to date.")
				return nil
			})
		})
	case "version":
		fmt.Println("emblo " + version())
		return nil
	case "help", "-h", "--help":
		fmt.Print(usage + settingsHelp())
		return nil
	}
	return fmt.Errorf("there is no command %q\n\n%s", command, usage+settingsHelp())
}

// set does something with the settings of the environment.
func set(do func(settings) error) error {
	s, err := readSettings(os.Environ())
	if err != nil {
		return err
	}
	return do(s)
}

func say(format string, args ...any) { fmt.Printf(format+"\n", args...) }

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
