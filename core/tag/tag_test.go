package tag_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/tag"
)

func TestEveryTreeHasItsOwnTag(t *testing.T) {
	seen := map[string]bool{}
	for n := range uint32(200_000) {
		code := tag.Of(n)
		require.False(t, seen[code], "%d: %s twice", n, code)
		seen[code] = true
	}
}

func TestTagIsReadAsTyped(t *testing.T) {
	code := tag.Of(17)
	for _, typed := range []string{code, strings.ToLower(code), strings.ReplaceAll(code, "-", ""), " " + code[:3] + " " + code[4:]} {
		got, err := tag.Parse(typed)
		require.NoError(t, err, typed)
		assert.Equal(t, code, got)
	}
}

// Property: one wrong character or two neighbours swapped is always noticed.
func TestSlipIsNoticed(t *testing.T) {
	const alphabet = "3479ACDEFHJKMNPQRTUVWXY"
	rapid.Check(t, func(t *rapid.T) {
		code := strings.ReplaceAll(tag.Of(rapid.Uint32Range(0, tag.Count-1).Draw(t, "n")), "-", "")
		i := rapid.IntRange(0, 5).Draw(t, "place")
		other := alphabet[rapid.IntRange(0, 22).Draw(t, "letter")]
		if other != code[i] {
			_, err := tag.Parse(code[:i] + string(other) + code[i+1:])
			assert.Error(t, err)
		}
		if i < 5 && code[i] != code[i+1] {
			_, err := tag.Parse(code[:i] + string(code[i+1]) + string(code[i]) + code[i+2:])
			assert.Error(t, err)
		}
	})
}

// Whatever is typed or scanned is a tag, written as it is kept, or none.
func FuzzParse(f *testing.F) {
	for _, seed := range []string{"AUE-A7E", "aue a7e", "", "ＡＵＥ", "\x00", "AUE-A7E-AUE"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		code, err := tag.Parse(typed)
		if err != nil {
			return
		}
		if again, err := tag.Parse(code); err != nil || again != code {
			t.Fatalf("%q is %q, which is %q, %v", typed, code, again, err)
		}
	})
}
