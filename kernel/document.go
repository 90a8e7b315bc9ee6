package kernel

import (
	"context"
	"net/http"
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/rules"
)

// declared is what an operation's entry needs to know of it.
const declared = "declared"

// document is the operation as huma registers it.
func (o Operation) document() huma.Operation {
	op := huma.Operation{OperationID: o.ID, Method: o.Method, Path: base + o.Path, Metadata: map[string]any{declared: o}, SkipValidateBody: true,
		Tags: []string{o.capability}, Summary: strings.ToUpper(o.ID[:1]) + strings.ReplaceAll(o.ID[1:], "-", " ")}
	for _, header := range steering {
		op.Parameters = append(op.Parameters, &huma.Param{Ref: "#/components/parameters/" + header.Name})
	}
	if o.May.Name != Anybody.Name {
		op.Security = []map[string][]string{{sessionScheme: {}}}
	}
	if o.keyed {
		op.Parameters = append(op.Parameters, &huma.Param{Name: keyHeader, In: "header", Required: true, Schema: &huma.Schema{Type: huma.TypeString},
			Description: "sent twice, it happens once"})
	}
	if o.Kept {
		op.Parameters = append(op.Parameters, &huma.Param{Name: enteredAgo, In: "header", Schema: &huma.Schema{Type: huma.TypeNumber},
			Description: "seconds for which the entry waited on a device without a network; it counts from when it was made"})
	}
	return op
}

// register gives an operation to huma. Its body is described afterwards: huma would read a body that it knows of.
func register[I, O any](k *Kernel, o Operation, op huma.Operation, do func(context.Context, *I) (*O, error)) {
	huma.Register(k.api, op, do)
	if o.request == nil {
		return
	}
	item := k.api.OpenAPI().Paths[op.Path]
	switch o.Method {
	case http.MethodPost:
		item.Post.RequestBody = o.request
	case http.MethodPut:
		item.Put.RequestBody = o.request
	}
}

// bodied says what the body is; nil is bytes.
func (o Operation) bodied(k *Kernel, body reflect.Type) Operation {
	content := map[string]*huma.MediaType{}
	if body != nil {
		content[jsonType] = &huma.MediaType{Schema: k.api.OpenAPI().Components.Schemas.Schema(body, true, "")}
	}
	for _, t := range o.types {
		content[t] = &huma.MediaType{Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}
	}
	o.request = &huma.RequestBody{Required: true, Content: content}
	return o
}

// filed says what the answer is.
func (o Operation) filed(mediaType string) huma.Operation {
	op := o.document()
	op.Responses = map[string]*huma.Response{"200": {Description: http.StatusText(http.StatusOK), Content: map[string]*huma.MediaType{
		mediaType: {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}}
	return op
}

// steering are the headers that an answer of any operation goes by.
var steering = []*huma.Param{
	{Name: "Accept-Language", In: "header", Description: "the language of every sentence in the answer: en-US or en-GB", Schema: &huma.Schema{Type: huma.TypeString}},
	{Name: "Sedum-Units", In: "header", Description: "the units of every sentence in the answer: metric or us; figures in fields are metric", Schema: &huma.Schema{Type: huma.TypeString}},
	{Name: touchedAgo, In: "header", Description: "seconds since somebody last touched the page that asks; what it asks by itself keeps no session alive", Schema: &huma.Schema{Type: huma.TypeNumber}},
}

const sessionScheme = "session"

func humaConfig(tls bool) huma.Config {
	config := huma.DefaultConfig("Sedum", rules.CoreVersion)
	config.DocsPath = "" // the built-in page loads its script from outside
	config.OpenAPIPath = base + "/openapi"
	config.SchemasPath = base + "/schemas"
	config.CreateHooks = nil // no $schema links in answers
	config.Info.Description = "What the house's page asks, and whoever else may: a session is begun by sign-in and lives in a cookie."
	config.Components.Parameters = map[string]*huma.Param{}
	for _, header := range steering {
		config.Components.Parameters[header.Name] = header
	}
	config.Components.SecuritySchemes = map[string]*huma.SecurityScheme{sessionScheme: {Type: "apiKey", In: "cookie", Name: cookieName(tls, "sedum"),
		Description: "given by sign-in, sign-in-by-pin and make-first-manager"}}
	config.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	return config
}

// schemaName tells types of the same name in different packages apart: planting.Kind is PlantingKind. The kernel's own have no prefix.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if t.Name() == "" || t.PkgPath() == "" || strings.Contains(t.Name(), "[") {
		return huma.DefaultSchemaNamer(t, hint)
	}
	name, pkg := t.Name(), path.Base(t.PkgPath())
	name = strings.ToUpper(name[:1]) + name[1:]
	if pkg == "kernel" {
		return name
	}
	return strings.ToUpper(pkg[:1]) + pkg[1:] + name
}
