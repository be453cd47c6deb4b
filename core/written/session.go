package written

// SignIn is an address and a password.
type SignIn struct {
	Email    string `json:"email" max:"200"`
	Password string `json:"password" max:"200" text:"file"` // whatever characters somebody chose
}

// LanguageInput is what language a person reads: one of region.Languages, or none for that of their centre.
type LanguageInput struct {
	Language string `json:"language" max:"10"`
}
