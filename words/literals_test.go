package words_test

import (
	"go/ast"
	"go/constant"
	"go/types"
	"path"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/tools/go/packages"

	"sedum/core/set"
	"sedum/core/stock"
)

// A word that stands in the program as one of a set belongs to that set: a slip of the pen is found here and not by a customer.
func TestNoWordIsWrittenThatItsSetDoesNotHave(t *testing.T) {
	loaded, err := packages.Load(&packages.Config{Mode: packages.NeedName | packages.NeedTypes | packages.NeedTypesInfo | packages.NeedSyntax},
		"sedum/core/...", "sedum/app/...", "sedum/words", "sedum/paper", "sedum/demo")
	require.NoError(t, err)
	known, found := sets(), 0
	known["stock.Cause"] = said{words: set.Texts[stock.Cause]()}
	for _, p := range loaded {
		require.Empty(t, p.Errors, p.PkgPath)
		for _, file := range p.Syntax {
			ast.Inspect(file, func(n ast.Node) bool {
				lit, ok := n.(*ast.BasicLit)
				if !ok {
					return true
				}
				typed, ok := p.TypesInfo.Types[lit]
				named, isNamed := typed.Type.(*types.Named)
				if !ok || !isNamed || named.Obj().Pkg() == nil || typed.Value == nil || typed.Value.Kind() != constant.String {
					return true
				}
				name := path.Base(named.Obj().Pkg().Path()) + "." + named.Obj().Name()
				of, isSet := known[name]
				if word := constant.StringVal(typed.Value); isSet && word != "" && !slices.ContainsFunc(of.words, func(w string) bool { return w == word }) {
					assert.Fail(t, "no word of "+name, "%q at %s", word, p.Fset.Position(lit.Pos()))
				}
				if isSet {
					found++
				}
				return true
			})
		}
	}
	assert.Greater(t, found, 500)
}
