package written

// What two set-ups that are played at the same time both need.
const (
	SameChildren = "children"
	SameAdult    = "adult"
	SameBatch    = "batch"
	SameVessel   = "vessel"
)

// Clash is another set-up that is played at the same time with something that is there once.
type Clash struct {
	SetupID string `json:"setup_id"`
	Setup   string `json:"setup"`
	Room    string `json:"room"`
	PlayAt  string `json:"play_at"`
	What    string `json:"what"` // children, adult, batch or vessel
}
