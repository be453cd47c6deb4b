package desk

import "emblo/core/written"

// Coming is a plan of the days to come, as it is kept.
type Coming struct {
	ID string
	written.Setup
}
