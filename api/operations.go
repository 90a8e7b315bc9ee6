package api

import (
	"context"
	"net/http"
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/calc"
	"sedum/desk"
)

// open marks an operation that needs no session.
const open desk.Deed = ""

// Raw is the body of a writing operation as it came. It is read strictly by core/calc, so that every fault
// is named in our own words.
type Raw struct {
	RawBody []byte `contentType:"application/json"`
}

// Bytes of the body.
func (r Raw) Bytes() []byte { return r.RawBody }

// bodied is an input with a raw body: every input type that embeds Raw.
type bodied[I any] interface {
	*I
	Bytes() []byte
}

// answerOf is an output with a body.
type answerOf[O any] struct{ Body O }

func operation(id, method, at string, deed desk.Deed) huma.Operation {
	op := huma.Operation{OperationID: id, Method: method, Path: at, Metadata: map[string]any{}, MaxBodyBytes: bodyLimit}
	if deed != open {
		op.Metadata["deed"] = deed
	}
	if keptOnDevices[id] {
		op.Parameters = []*huma.Param{{Name: enteredAgo, In: "header", Schema: &huma.Schema{Type: huma.TypeNumber},
			Description: "seconds for which the entry waited on a device without a network; it counts from when it was made"}}
	}
	return op
}

// read registers an operation that changes nothing.
func read[I, O any](s *Server, id, at string, deed desk.Deed, do func(context.Context, *I) (O, error)) {
	huma.Register(s.api, operation(id, http.MethodGet, at, deed), func(ctx context.Context, in *I) (*answerOf[O], error) {
		out, err := do(ctx, in)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &answerOf[O]{out}, nil
	})
}

// write registers an operation with a JSON body of type B, which is read strictly.
func write[I, B, O any, P bodied[I]](s *Server, method, id, at string, deed desk.Deed, do func(context.Context, *I, B) (O, error)) {
	op := operation(id, method, at, deed)
	op.SkipValidateBody = true
	huma.Register(s.api, op, func(ctx context.Context, in *I) (*answerOf[O], error) {
		body, err := calc.Decode[B](P(in).Bytes())
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		out, err := do(ctx, in, body)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &answerOf[O]{out}, nil
	})
	s.describeBody(method, at, reflect.TypeFor[B]())
}

// describeBody puts the type of a body into the document in place of raw bytes.
func (s *Server) describeBody(method, at string, body reflect.Type) {
	item := s.api.OpenAPI().Paths[at]
	op := map[string]*huma.Operation{http.MethodPost: item.Post, http.MethodPut: item.Put}[method]
	op.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/json": {Schema: s.api.OpenAPI().Components.Schemas.Schema(body, true, "")},
	}}
}

// remove registers an operation that ends something.
func remove[I any](s *Server, id, at string, deed desk.Deed, do func(context.Context, *I) error) {
	huma.Register(s.api, operation(id, http.MethodDelete, at, deed), func(ctx context.Context, in *I) (*struct{}, error) {
		if err := do(ctx, in); err != nil {
			return nil, problemOf(ctx, err)
		}
		return nil, nil
	})
}

// schemaName tells types of the same name in different packages apart: planting.Kind is PlantingKind.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if t.Name() == "" || t.PkgPath() == "" || strings.Contains(t.Name(), "[") {
		return huma.DefaultSchemaNamer(t, hint)
	}
	pkg := path.Base(t.PkgPath())
	if pkg == "api" {
		return strings.ToUpper(t.Name()[:1]) + strings.TrimSuffix(t.Name()[1:], "View")
	}
	return strings.ToUpper(pkg[:1]) + pkg[1:] + t.Name()
}

// nothingMore is the body of a deed that says all by its address: an empty object.
type nothingMore struct{}
