package centre

import (
	"encoding/base64"
	"strings"

	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/strict"
	"emblo/internal/store"
)

// Limits of a page of set-ups.
const (
	UsualPage = 50
	MaxPage   = 100
)

func WriteCursor(past bool, playAt string, id uuid.UUID) string {
	mark := "n"
	if past {
		mark = "p"
	}
	return base64.RawURLEncoding.EncodeToString([]byte(mark + " " + playAt + " " + id.String()))
}

func ReadCursor(text string) (store.Cursor, error) {
	if text == "" {
		return store.Cursor{}, nil
	}
	bad := strict.Bad("/after", "This page of the list is not there: begin with the first.")
	raw, err := base64.RawURLEncoding.DecodeString(text)
	if err != nil {
		return store.Cursor{}, bad
	}
	parts := strings.Split(string(raw), " ")
	if len(parts) != 3 || parts[0] != "n" && parts[0] != "p" {
		return store.Cursor{}, bad
	}
	id, err := uuid.Parse(parts[2])
	if _, badTime := clock.ParseWall(parts[1]); err != nil || badTime != nil {
		return store.Cursor{}, bad
	}
	return store.Cursor{Past: parts[0] == "p", PlayAt: parts[1], ID: id}, nil
}
