package written

// WordsInput is text as people type it, a line each, to be read as things. Where a vessel is named, how deep what can
// be poured lies in so many of them is answered too.
type WordsInput struct {
	Text     string `json:"text" max:"20000" text:"lines"`
	VesselID string `json:"vessel_id,omitzero" max:"64"`
	RoomID   string `json:"room_id,omitzero" max:"64"` // whose children reach it
	Vessels  *int   `json:"vessels,omitzero"`          // as many as give every child rim when left out
}

// WordsAnswer is what the lines name, in order.
type WordsAnswer struct {
	Lines []WordsLine `json:"lines"`
	// Left is how many lines were not read, as there were too many.
	Left int `json:"left"`
}

// WordsLine is one line: what it names, each with what is said of it.
type WordsLine struct {
	Typed  string       `json:"typed"`
	Things []WordsThing `json:"things"`
}

// WordsThing is one thing that a line names. What only a name can tell stays words: a thing of several kinds, one in a
// state, one that nobody knows.
type WordsThing struct {
	Kind   string       `json:"kind"` // thing, mix, vessel, heading or words
	ID     string       `json:"id,omitzero"`
	Name   string       `json:"name"`          // what it is called; of words, as they were typed
	Done   []string     `json:"done,omitzero"` // what was done to it, where it is poured so; its name says it
	Parts  []string     `json:"parts"`
	Said   []string     `json:"said"`            // its states and claims, in words
	Amount *WordsAmount `json:"amount,omitzero"` // how much there is, where the line says so
	Use    string       `json:"use,omitzero"`
	// Changes are what can be done to it, or has been, that its verdict follows.
	Changes []WordsChange `json:"changes,omitzero"`
}

// WordsChange is something that can be done to a thing: its words name the thing once it is done, or undone.
type WordsChange struct {
	Said  string `json:"said"`
	Done  bool   `json:"done"`
	Words string `json:"words"`
	// ID is that of the thing, where nothing is said of it beside its name.
	ID string `json:"id,omitzero"`
	// State is what is done, or taken back; left out for a length.
	State string `json:"state,omitzero"`
	// Poured says that it still fills a vessel, all of it alike.
	Poured bool `json:"poured,omitzero"`
}

// WordsAmount is how much a line says there is. What nobody has said is left out.
type WordsAmount struct {
	Words   string   `json:"words"`
	Count   *float64 `json:"count,omitzero"`
	In      string   `json:"in,omitzero"` // the container that it is counted in
	DepthMM *float64 `json:"depth_mm,omitzero"`
	MassG   *float64 `json:"mass_g,omitzero"` // of all of it, where it is said by mass
	// Much says that it is more than a set-up usually takes, so that it is asked about first.
	Much bool `json:"much,omitzero"`
	// Open says that it cannot be reckoned: nobody has said how much one holds, or weighs.
	Open string `json:"open,omitzero"`
}
