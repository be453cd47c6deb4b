package written

// SignIn is an address and a password.
type SignIn struct {
	Email    string `json:"email" max:"200"`
	Password string `json:"password" max:"200" text:"file"` // whatever characters somebody chose
}
