package kind_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/fit"
	"sedum/core/kind"
)

func ptr[T any](v T) *T { return &v }

// A value that is changed says from then on where it comes from; the others go on saying what they said, and what becomes unknown says nothing.
func TestEveryValueSaysWhereItComesFrom(t *testing.T) {
	first := kind.Facts{Kind: fit.Kind{ColdC: ptr(-20.0), PH: &[4]float64{5, 6, 7, 8}}, Thirsty: true, Source: "general knowledge, unverified"}
	assert.Equal(t, kind.General, first.SourceOf("cold_c").Origin)

	second := first
	second.ColdC, second.Thirsty = ptr(-24.0), false
	second = second.From(first, kind.Sourced{Origin: kind.House, Says: "our own winter of 2021"})
	assert.Equal(t, kind.Sourced{Origin: kind.House, Says: "our own winter of 2021"}, second.SourceOf("cold_c"))
	assert.Equal(t, kind.General, second.SourceOf("ph").Origin)
	assert.Equal(t, []string{"cold_c", "thirsty"}, kind.Changed(first, second))
	assert.NotContains(t, second.Sources, "thirsty", "it is unknown again")

	third := second
	third.PH, third.ColdC = &[4]float64{4, 5, 7, 8}, nil
	third = third.From(second, kind.Sourced{Origin: kind.Grower, Says: "Marl Hill"})
	assert.Equal(t, map[string]kind.Sourced{"ph": {Origin: kind.Grower, Says: "Marl Hill"}}, third.Sources)
	assert.Equal(t, "our own winter of 2021", second.Sources["cold_c"].Says, "what stood before is as it was")
}

// What does not say what it is, is general knowledge when it says so, and else the house's.
func TestWhatASourceIs(t *testing.T) {
	for source, want := range map[string]kind.Origin{"": kind.General, "General knowledge of the trade": kind.General, "kinds.csv": kind.House} {
		assert.Equal(t, want, kind.Facts{Source: source}.Base().Origin, source)
	}
	assert.Equal(t, kind.Grower, kind.Facts{Source: "general knowledge", Origin: kind.Grower}.Base().Origin)
}

// Whatever is changed, and in whatever order, the source of a value is that of its last change.
func TestTheLastChangeIsTheSource(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := kind.Facts{Source: "general knowledge"}
		want := map[string]kind.Sourced{}
		for n := range rapid.IntRange(1, 12).Draw(t, "changes") {
			next, says := f, kind.Sourced{Origin: kind.House, Says: string(rune('a' + n))}
			set := func(field string, to **float64) {
				v := rapid.SampledFrom([]*float64{nil, ptr(1.0), ptr(2.0)}).Draw(t, field)
				was := *to
				*to = v
				switch {
				case v == nil:
					delete(want, field)
				case was == nil || *was != *v:
					want[field] = says
				}
			}
			set("height_10_m", &next.Height10M)
			set("spread_max_m", &next.SpreadMaxM)
			f = next.From(f, says)
		}
		for _, field := range []string{"height_10_m", "spread_max_m"} {
			s, own := f.Sources[field]
			w, has := want[field]
			assert.Equal(t, has, own, field)
			assert.Equal(t, w, s, field)
		}
	})
}

// Fruit bears beside fruit of its genus that flowers with it: of its own group or the next; an unknown group says nothing either way.
func TestWhatPollinates(t *testing.T) {
	group := func(n int) kind.Facts { return kind.Facts{PollinationGroup: ptr(n)} }
	for _, c := range []struct {
		a, b   kind.Facts
		of, to string
		want   bool
	}{
		{group(3), group(3), "Malus", "Malus", true}, {group(3), group(4), "Malus", "Malus", true}, {group(2), group(4), "Malus", "Malus", false},
		{group(3), group(3), "Malus", "Pyrus", false}, {group(1), kind.Facts{}, "Malus", "Malus", true}, {kind.Facts{}, kind.Facts{}, "", "", false},
	} {
		assert.Equal(t, c.want, kind.Pollinates(c.a, c.b, c.of, c.to))
		assert.Equal(t, c.want, kind.Pollinates(c.b, c.a, c.to, c.of), "it goes both ways")
	}
	assert.Equal(t, "Malus", kind.Genus("Malus domestica"))
}
