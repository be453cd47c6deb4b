package written

import "time"

// Judgement is what was made of a set-up, so that a change can be told from what was. Nothing in it is worded.
type Judgement struct {
	Verdict string       `json:"verdict,omitzero"` // absent while it has none
	Mark    string       `json:"mark,omitzero"`
	Lines   []JudgedLine `json:"lines"`
	// Fault is the field for which it cannot be judged at all.
	Fault string `json:"fault,omitzero" max:"200"`
}

// JudgedLine is what was made of one line of a set-up.
type JudgedLine struct {
	Key        string      `json:"key" max:"200"` // of its place and what lies there, by their ids
	Verdict    string      `json:"verdict"`
	Objections []Objection `json:"objections"`
}

// Objection is one rule that objected, how much, and what it asks to be done: precautions by their ids, each with the
// figure in it, never by a word.
type Objection struct {
	Rule    string   `json:"rule"`
	Verdict string   `json:"verdict"`
	Asks    []string `json:"asks"`
}

// Change is a coming set-up that is judged otherwise than when somebody last looked at it.
type Change struct {
	SetupSummary
	WasMark string   `json:"was_mark,omitzero"`
	Why     []string `json:"why"`   // what is new, in sentences
	Token   string   `json:"token"` // of what is said here, to take note of it
}

// SeenInput takes note of what is said of a set-up.
type SeenInput struct {
	Token string `json:"token" max:"40"`
}

// PrintInput notes that a set-up was printed as it is now.
type PrintInput struct {
	SetupID string `json:"setup_id" max:"36"`
	Version int    `json:"version"`
}

// StalePrint is a sheet that is not true any more.
type StalePrint struct {
	ID        string    `json:"id"`
	SetupID   string    `json:"setup_id"`
	Name      string    `json:"name"`
	RoomName  string    `json:"room_name"`
	PlayAt    string    `json:"play_at"`
	PrintedAt time.Time `json:"printed_at"`
	Why       string    `json:"why"`
}

// DayBody is who is in a room on one day: its adults, and children who visit, beside its own.
type DayBody struct {
	Adults   int     `json:"adults"`
	Visitors []Child `json:"visitors" max:"20"`
}

// DayInput is who is here on a day, to be saved over the version last read; 0 creates it.
type DayInput struct {
	Version int `json:"version"`
	DayBody
}

// RoomDay is who is in a room on one day, as far as somebody has said.
type RoomDay struct {
	RoomID  string `json:"room_id"`
	Name    string `json:"name"`
	Version int    `json:"version"` // 0 while nobody has said who is here
	DayBody
	Usual    int `json:"usual"`          // adults, on any day
	Children int `json:"children"`       // with those who visit
	Short    int `json:"short,omitzero"` // adults that the staffing table asks for beyond those
	// Unreadable says why nothing can be judged for the room.
	Unreadable string `json:"unreadable,omitzero"`
}

// ShortOf is one thing that coming plans are short of.
type ShortOf struct {
	Name    string   `json:"name"`
	Missing float64  `json:"missing"`
	Unit    string   `json:"unit"`
	By      string   `json:"by"`
	For     []string `json:"for"`
}

// Today is the day at a glance.
type Today struct {
	Now     string         `json:"now"`  // the centre's wall clock
	Zone    string         `json:"zone"` // whose time that is, such as Europe/London
	Setups  []SetupSummary `json:"setups"`
	Next    []SetupSummary `json:"next"` // of the days to come, earliest first
	Rooms   []RoomDay      `json:"rooms"`
	Changed []Change       `json:"changed"`
	Prints  []StalePrint   `json:"prints"`
	Short   []ShortOf      `json:"short"`
	// GoesOff are names of what is past its best-before day, or will be soon.
	GoesOff []GoesOff `json:"goes_off"`
	// ToLog are set-ups of the last days of which nobody has said how they went, and Strays what was not
	// counted in and has not been found.
	ToLog  []ToLog `json:"to_log"`
	Strays []Stray `json:"strays"`
	// Moved are batches whose date is another than people were told.
	Moved []MovedBatch `json:"moved"`
	// Clocks are the reasons not to trust what day it is said to be.
	Clocks []ClockDoubt `json:"clocks"`
}

// MovedBatch is a batch in use whose date has moved by itself: what is on its label is not true any more.
type MovedBatch struct {
	ID    string `json:"id"`
	Code  string `json:"code"`
	Name  string `json:"name"`
	Was   string `json:"was,omitzero"` // absent where nobody was told
	Until string `json:"until"`
	Why   string `json:"why"`
}

// MovedInput takes note of the date of a batch.
type MovedInput struct {
	Until string `json:"until" max:"10"`
}

// ClockDoubt is a reason not to trust what the clock shows.
type ClockDoubt struct {
	// database: its clock is another than the program's; back: the program's went back; zone: nobody has said it
	Kind    string `json:"kind"`
	Minutes int    `json:"minutes"` // by how many the database's is ahead, or the program's jumped
	Words   string `json:"words"`
}
