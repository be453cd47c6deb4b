package store

// What a centre keeps is asked for by what it is about. Each is the centre itself, so that all are scoped to it and one
// transaction holds what several of them write.
type (
	// Making keeps batches and what happened to them.
	Making struct{ *Centre }
	// Cupboard keeps the moves of jars, what is ticked off to be bought, and what was worked into recipes.
	Cupboard struct{ *Centre }
	// Logs keeps how set-ups went, what was learnt of it, and the records of what was offered.
	Logs struct{ *Centre }
	// Schedule keeps which steps of preparing are done.
	Schedule struct{ *Centre }
	// Glances lists set-ups, and keeps what was made of them, what somebody has seen of that, what was printed, and who
	// is here on a day.
	Glances struct{ *Centre }
	// Feeds keeps by which links a calendar is followed.
	Feeds struct{ *Centre }
	// Parts loads the parts of a desk.
	Parts struct{ *Centre }
)

// Making is what is kept of batches.
func (c *Centre) Making() Making { return Making{c} }

// Cupboard is what is kept of the cupboard.
func (c *Centre) Cupboard() Cupboard { return Cupboard{c} }

// Logs is what is kept of how set-ups went.
func (c *Centre) Logs() Logs { return Logs{c} }

// Schedule is what is kept of preparing.
func (c *Centre) Schedule() Schedule { return Schedule{c} }

// Glances is what is kept of days.
func (c *Centre) Glances() Glances { return Glances{c} }

// Feeds is what is kept of calendars that follow.
func (c *Centre) Feeds() Feeds { return Feeds{c} }

// Parts is what a desk is made of.
func (c *Centre) Parts() Parts { return Parts{c} }
