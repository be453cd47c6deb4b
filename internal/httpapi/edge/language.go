package edge

import (
	"github.com/gin-gonic/gin"
	"golang.org/x/text/language"

	"emblo/core/region"
	"emblo/internal/store"
)

// spoken finds the language that somebody is understood in, by what their browser asks for.
var spoken = language.NewMatcher(tags())

func tags() []language.Tag {
	all := make([]language.Tag, len(region.Languages))
	for i, tag := range region.Languages {
		all[i] = language.MustParse(tag)
	}
	return all
}

// spoke is under what a request keeps the session that it came in.
const spoke = "spoke"

// Heard gives a session the language that its browser asks for, where neither the person nor the centre has said one.
func (e *Edge) Heard(c *gin.Context, s *store.Session) {
	if s.Language == "" {
		s.Language = browser(c)
	}
	c.Set(spoke, *s)
}

// browser is the language that a browser asks for, the usual one where it asks for none that is spoken here.
func browser(c *gin.Context) string {
	_, at := language.MatchStrings(spoken, c.GetHeader("Accept-Language"))
	return region.Languages[at]
}

// worded puts a sentence that answers a request into the language of who asks.
func (e *Edge) worded(c *gin.Context, sentence string) string {
	s, ok := c.Get(spoke)
	session, _ := s.(store.Session)
	if !ok {
		session.Language = browser(c)
	}
	return e.House.PenOf(&session).Sentence(sentence)
}
