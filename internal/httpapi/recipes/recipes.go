// Package recipes is the book and a centre's own recipes: read, made, kept and passed on.
package recipes

import (
	"github.com/google/uuid"

	"emblo/core/desk/kitchen"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/centre/documents"
	"emblo/internal/contract"
	"emblo/internal/files"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"listRecipes": a.list, "getRecipe": a.get,
		"putRecipe":    edge.Over[written.RecipeInput](e.Doc(store.Recipes), "recipe", edge.Put(a.put)),
		"deleteRecipe": e.Delete(store.Recipes), "restoreRecipe": e.Restore(store.Recipes),
		"readRecipe": edge.Body(a.read), "makeRecipe": edge.Body(a.make), "writeAmounts": edge.Body(a.amounts),
		"importRecipe": edge.Body(a.importFile), "getRecipeFile": a.file,
		"putAddition": edge.Body(a.add), "deleteAddition": a.takeBack, "getBook": a.book}
}

func (a area) list(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(kitchen.On(d).Recipes(r.Query("room_id"), r.Query("use"), a.Today(r)))
}

func (a area) get(r *edge.Request) (any, error) {
	version, err := r.Number("version")
	if err != nil {
		return nil, err
	}
	return edge.Answer(documents.In(a.House).Recipe(r, r.Session, r.Param("id"), version))
}

func (a area) put(r *edge.Request, id uuid.UUID, in written.RecipeInput) (written.OwnRecipe, error) {
	return documents.In(a.House).SaveRecipe(r, r.Session, id, in)
}

func (a area) read(r *edge.Request, in written.DraftInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(kitchen.On(d).Draft(in, a.Today(r)))
}

func (a area) make(r *edge.Request, in written.RecipeOrder) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(kitchen.On(d).Make(in, a.Today(r)))
}

func (a area) amounts(r *edge.Request, in written.RecipeOrder) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	b, err := kitchen.On(d).Made(in, a.Today(r))
	if err != nil {
		return nil, err
	}
	return contract.AmountsFile{Csv: files.Amounts(b)}, nil
}

func (a area) importFile(_ *edge.Request, in written.RecipeImport) (any, error) {
	return edge.Answer(kitchen.ImportRecipe(in))
}

func (a area) file(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	text, err := kitchen.On(d).RecipeFile(r.Param("id"))
	return contract.RecipeFile{Jsonld: text}, err
}

func (a area) add(r *edge.Request, in written.AdditionInput) (any, error) {
	id, err := centre.ParseID(r.Param("addition"))
	if err != nil {
		return nil, err
	}
	return nil, documents.In(a.House).AddAddition(r, r.Session, r.Param("id"), id, in)
}

func (a area) takeBack(r *edge.Request) (any, error) {
	id, err := centre.ParseID(r.Param("addition"))
	if err != nil {
		return nil, err
	}
	return nil, documents.In(a.House).DeleteAddition(r, r.Session, id)
}

func (a area) book(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return kitchen.On(d).Book(), nil
}
