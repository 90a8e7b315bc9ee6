package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/calc"
	"sedum/core/rules"
	"sedum/desk"
)

type calculatorParam struct {
	Name string `path:"name"`
}

// calcRoutes gives every calculator an operation of its own, by the default rules as its contract says.
func (s *Server) calcRoutes() {
	for _, name := range calc.Names() {
		c, err := calc.Find(name)
		if err != nil {
			panic(err) // Names lists what Find finds
		}
		at := "/api/v1/calc/" + name
		op := operation("calc-"+name, http.MethodPost, at, desk.UseCalculator)
		op.SkipValidateBody = true
		huma.Register(s.api, op, func(ctx context.Context, in *Raw) (*answerOf[any], error) {
			out, err := calc.Run(rules.House{}, name, in.RawBody)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return &answerOf[any]{out}, nil
		})
		s.describeBody(http.MethodPost, at, c.Input)
		s.api.OpenAPI().Paths[at].Post.Responses["200"].Content["application/json"].Schema =
			s.api.OpenAPI().Components.Schemas.Schema(c.Output, true, "")
	}
	huma.Register(s.api, operation("calc-unknown", http.MethodPost, "/api/v1/calc/{name}", desk.UseCalculator),
		func(ctx context.Context, _ *calculatorParam) (*struct{}, error) {
			return nil, problemOf(ctx, calc.ErrUnknown)
		})
}

func (s *Server) routes() {
	s.sessionRoutes()
	s.todayRoutes()
	s.arrivalRoutes()
	s.yardRoutes()
	s.photoRoutes()
	s.lotRoutes()
	s.workRoutes()
	s.clockRoutes()
	s.groundRoutes()
	s.matchRoutes()
	s.sheetRoutes()
	s.ruleRoutes()
	s.calcRoutes()
}
