package api

import (
	"github.com/danielgtaylor/huma/v2"

	"sedum/core/tag"
	"sedum/desk"
)

// DeedOf is the deed that guards an operation, for the test that walks them all.
func DeedOf(op any) string {
	o, ok := op.(*huma.Operation)
	if !ok || o == nil {
		return ""
	}
	deed, _ := o.Metadata["deed"].(desk.Deed)
	return string(deed)
}

// TagOf is the nth tag.
func TagOf(n uint32) string { return tag.Of(n) }
