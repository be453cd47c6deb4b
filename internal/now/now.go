// Package now is the clock of the program: the one place that reads the machine's. Everything
// else is given a Clock, so that a test, or a whole program, can stand at another moment.
package now

import (
	"fmt"
	"os"
	"strings"
	"time"
)

// Clock tells the time. It may be asked from anywhere at once.
type Clock func() time.Time

// setting names an environment variable that says how far the clock of this program stands from
// the machine's, such as 960h. It is set when a program is built for tests alone, so that nothing
// moves the clock of an ordinary one.
var setting string

// Setting returns that name, empty in an ordinary program.
func Setting() string { return setting }

var moved = func() time.Duration {
	if setting == "" || os.Getenv(setting) == "" {
		return 0
	}
	by, err := time.ParseDuration(os.Getenv(setting))
	if err != nil {
		panic(fmt.Sprintf("now: %s: %v", setting, err))
	}
	return by
}()

// Machine is the machine's clock, as it stands on the wall: two times of it differ by what the wall
// showed, also where somebody set it in between.
func Machine() time.Time { return time.Now().Round(0).Add(moved) }

// After returns the moment at which a connection gives up that has so long. The network goes by the
// machine's own clock, however the program's is moved.
func After(patience time.Duration) time.Time { return time.Now().Add(patience) }

// zoneFile leads to the zone of the machine, as Debian and others link it.
const zoneFile = "/etc/localtime"

// Zone returns the time zone that the machine goes by, with its name, such as Europe/London; UTC where
// it does not say.
func Zone() *time.Location {
	name, there := os.LookupEnv("TZ")
	if !there {
		link, err := os.Readlink(zoneFile)
		if err != nil {
			return time.UTC
		}
		_, name, _ = strings.Cut(link, "zoneinfo/")
	}
	zone, err := time.LoadLocation(strings.TrimPrefix(name, ":"))
	if err != nil || zone == time.Local {
		return time.UTC
	}
	return zone
}
