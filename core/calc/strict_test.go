package calc_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/calc"
	"sedum/core/fault"
)

type part struct {
	Deep *float64 `json:"deep,omitempty" minimum:"0"`
	Word string   `json:"word" enum:"a,b"`
}

type strict struct {
	part
	Wide   float64            `json:"wide" exclusiveMinimum:"0" maximum:"10"`
	Count  int                `json:"count" minimum:"1"`
	Round  [2]float64         `json:"round"`
	Parts  []part             `json:"parts" maxItems:"2"`
	ByName map[string]float64 `json:"by_name,omitempty"`
	Maybe  *string            `json:"maybe"`
	Late   string             `json:"late,omitempty" enum:"x,y"`
}

const whole = `{"word": "a", "wide": 5, "count": 2, "round": [1, 2], "parts": [], "maybe": null}`

// Strict reading, case by case: what is wrong is named by its place, all of it at once, and a zero that nobody wrote breaks no limit.
func TestAnInputIsReadStrictly(t *testing.T) {
	in, err := calc.Decode[strict]([]byte(whole))
	require.NoError(t, err)
	assert.Equal(t, strict{part: part{Word: "a"}, Wide: 5, Count: 2, Round: [2]float64{1, 2}, Parts: []part{}}, in)
	for text, want := range map[string]string{
		`{}`: "count: required; maybe: required; parts: required; round: required; wide: required; word: required",
		`{"word": "c", "wide": 0, "count": 0, "round": [1, 2], "parts": [], "maybe": "x"}`:                                              "count: at_least 1; wide: must_exceed 0; word: not_a_choice [a b]",
		`{"word": 1, "wide": "5", "count": 2.5, "round": [1], "parts": {}, "maybe": 3}`:                                                 "count: not_whole; maybe: wrong_type string; parts: wrong_type array; round: too_few 2; wide: wrong_type number; word: wrong_type string",
		`{"word": "a", "wide": 1e999, "count": 1e30, "round": [1, 2, 3], "parts": null, "maybe": null}`:                                 "count: too_large; parts: wrong_type array; round: too_many 2; wide: too_large",
		`{"word": "a", "wide": 5, "count": 2, "round": [1, null], "parts": [], "maybe": null, "x": {"y": [1]}}`:                         "round.1: wrong_type number; x: unknown_field",
		`{"word": "a", "wide": 5, "count": 2, "round": [1, 2], "parts": [{"word": "b", "deep": -1}, {}, {"word": "a"}], "maybe": null}`: "parts: too_many 2; parts.0.deep: at_least 0; parts.1.word: required",
		`{"word": "a", "wide": 5, "count": 2, "round": [1, 2], "parts": [], "maybe": null, "late": "z", "by_name": {"a": true}}`:        "by_name.a: wrong_type number; late: not_a_choice [x y]",
		`{"Word": "a", "wide": 5, "count": 2, "round": [1, 2], "parts": [], "maybe": null}`:                                             "Word: unknown_field; word: required",
		`[]`: ": wrong_type object",
	} {
		_, err := calc.Decode[strict]([]byte(text))
		var l fault.List
		require.ErrorAs(t, err, &l, text)
		assert.Equal(t, want, l.Error(), text)
	}
	for _, text := range []string{``, `{`, `nope`, `{"word": "a"} {}`, `{"word": }`, `{"wide": NaN}`, whole[:len(whole)-1], whole + "x", "\xff\xfe{}"} {
		_, err := calc.Decode[strict]([]byte(text))
		assert.ErrorIs(t, err, calc.ErrBrokenJSON, text)
	}
	two, err := calc.Decode[strict]([]byte(`{"word": "a", "wide": 5, "count": 2.0, "round": [1, 2], "parts": [], "maybe": null}`))
	require.NoError(t, err, "2.0 is whole")
	assert.Equal(t, 2, two.Count)
}

// Whatever bytes come, it answers: with an input, with faults, or that it is no JSON.
func FuzzDecode(f *testing.F) {
	f.Add([]byte(whole))
	f.Add([]byte(`{"round":[[[[[]]]]],"parts":[{"parts":[]}]}`))
	f.Fuzz(func(t *testing.T, text []byte) {
		_, err := calc.Decode[strict](text)
		if err != nil && !errors.As(err, new(fault.List)) && !errors.Is(err, calc.ErrBrokenJSON) {
			t.Fatal(err)
		}
	})
}

// Nobody is told more faults than they mend, however long a body is made; and nothing is said twice.
func TestFaultsAreBoundedAndNothingIsSaidTwice(t *testing.T) {
	type inner struct {
		A *int `json:"a"`
	}
	type body struct {
		A    int            `json:"a"`
		List []inner        `json:"list"`
		Map  map[string]int `json:"map"`
	}
	codes := func(text string) (out []string) {
		_, err := calc.Decode[body]([]byte(text))
		var l fault.List
		require.ErrorAs(t, err, &l, text)
		for _, f := range l {
			out = append(out, f.Field+" "+string(f.Code))
		}
		return out
	}
	for text, want := range map[string]string{
		`{"a": 1, "a": 2, "list": [], "map": {}}`: "a said_twice", `{"a": 1, "list": [], "map": {"x": 1, "x": 1}}`: "map.x said_twice",
		`{"a": 1, "list": [{"a": 1, "a": null}], "map": {}}`: "list.0.a said_twice",
	} {
		assert.Equal(t, []string{want}, codes(text))
	}
	wide := strings.Builder{}
	wide.WriteString(`{"a": 1, "list": [], "map": {}`)
	for i := range 100_000 {
		fmt.Fprintf(&wide, `, "n%d": 0`, i)
	}
	for _, text := range []string{
		wide.String() + "}", `{"a": 1, "map": {}, "list": [` + strings.Repeat(`7,`, 100_000) + `7]}`,
		`{"a": 1, "map": {}, "list": [` + strings.Repeat(`{},`, 100_000) + `{}]}`, `{"a": 1, "map": {}, "list": [` + strings.Repeat(`{"b":1},`, 100_000) + `{}]}`,
	} {
		began := testing.AllocsPerRun(1, func() { _, _ = calc.Decode[body]([]byte(text)) })
		assert.Less(t, began, 700_000.0)
		assert.LessOrEqual(t, len(codes(text)), fault.Most)
	}
}
