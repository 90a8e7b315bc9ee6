package main

import (
	"fmt"
	"io"
	"maps"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"sedum/app"
	"sedum/kernel"
)

// runDeclared prints for the page, in TypeScript, what it must know of the operations beyond their document: which answers a deed
// makes old, which deeds a device may keep, and the words of the closed sets.
func runDeclared(_ []string, _ io.Reader, out, errs io.Writer) int {
	d, err := kernel.Open(nowhere)
	if err != nil {
		return failed(errs, err)
	}
	defer func() { _ = d.Close() }()
	k := app.New(d, app.Settings{})
	_, err = io.WriteString(out, declaredText(k.Operations())+setsText(k.OpenAPI().Components.Schemas.Map()))
	if err != nil {
		return failed(errs, err)
	}
	return 0
}

func declaredText(operations []kernel.Operation) string {
	quoted := func(list []string) string {
		out := []string{}
		for _, each := range list {
			out = append(out, "'"+each+"'")
		}
		return strings.Join(out, ", ")
	}
	var b strings.Builder
	b.WriteString("// Made by ./run generate from the declared operations; not to be edited.\n\n/** What each deed makes old. */\nexport const stales = {\n")
	asks, kept := []string{}, []string{}
	for _, o := range operations {
		if o.Method == http.MethodGet && !strings.Contains(o.Path, ".") {
			asks = append(asks, o.ID)
		}
		if len(o.Stales) > 0 {
			_, _ = fmt.Fprintf(&b, "  '%s': [%s],\n", o.ID, quoted(o.Stales))
		}
		if o.Kept {
			kept = append(kept, o.ID)
		}
	}
	_, _ = fmt.Fprintf(&b, "} as const\n\n/** The reading operations: each is the first part of the key under which the page keeps its answer. */\nexport const reads = [%s] as const\n", quoted(asks))
	_, _ = fmt.Fprintf(&b, "\n/** The deeds that a device keeps while there is no network. */\nexport const kept = [%s] as const\n", quoted(kept))
	b.WriteString("\nexport type Changing = keyof typeof stales\nexport type Reading = (typeof reads)[number]\nexport type Kept = (typeof kept)[number]\n")
	return b.String()
}

// setsText lists the words of the closed sets, for whoever chooses among them.
func setsText(schemas map[string]*huma.Schema) string {
	var b strings.Builder
	b.WriteString("\n// The words of the closed sets, in the order in which people read them.\n")
	for _, name := range slices.Sorted(maps.Keys(schemas)) {
		if words := schemas[name].Enum; len(words) > 0 {
			quoted := []string{}
			for _, each := range words {
				quoted = append(quoted, fmt.Sprintf("'%s'", each))
			}
			_, _ = fmt.Fprintf(&b, "export const %s = [%s] as const\n", strings.ToLower(name[:1])+name[1:], strings.Join(quoted, ", "))
		}
	}
	return b.String()
}

// nowhere is an address at which no database answers: what is declared is known without one.
const nowhere = "sedum@tcp(127.0.0.1:1)/sedum"
