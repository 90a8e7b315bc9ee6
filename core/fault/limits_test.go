package fault_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/fault"
)

type inner struct {
	Depth *float64 `json:"depth_mm" exclusiveMinimum:"0" maximum:"100"`
}

type outer struct {
	inner
	Name   string    `json:"name" enum:"a,b" maxLength:"3"`
	Note   string    `json:"note" maxLength:"4"`
	Count  int       `json:"count" minimum:"1" maximum:"9"`
	Probes []inner   `json:"probes" minItems:"1" maxItems:"2"`
	Sizes  []float64 `json:"sizes" exclusiveMinimum:"0" exclusiveMaximum:"5"`
	Pair   [2]inner  `json:"pair"`
	Hidden string    `json:"-" enum:"never"`
}

func mm(v float64) *float64 { return &v }

func sound() outer {
	return outer{inner: inner{mm(5)}, Name: "a", Note: "ok", Count: 1, Probes: []inner{{mm(1)}}, Sizes: []float64{1, 4.9}, Pair: [2]inner{{mm(2)}, {nil}}}
}

// Each limit holds to its very edge; every fault names its field, in the order of the fields.
func TestLimitsNameTheirField(t *testing.T) {
	assert.Empty(t, fault.Check(sound()))
	assert.Empty(t, fault.Check(&outer{Name: "b", Count: 9, Probes: []inner{{}, {}}}), "a nil pointer is not given, and passes")
	for _, c := range []struct {
		break_ func(*outer)
		want   fault.List
	}{
		{func(o *outer) { o.Depth = mm(0) }, fault.List{{Field: "depth_mm", Code: fault.MustExceed, Limit: 0.0}}},
		{func(o *outer) { o.Depth = mm(100) }, nil},
		{func(o *outer) { o.Depth = mm(100.0000001) }, fault.List{{Field: "depth_mm", Code: fault.AtMost, Limit: 100.0}}},
		{func(o *outer) { o.Name = "c" }, fault.List{{Field: "name", Code: fault.NotAChoice, Limit: []string{"a", "b"}}}},
		{func(o *outer) { o.Note = "vier" }, nil},
		{func(o *outer) { o.Note = "äöüß" }, nil},
		{func(o *outer) { o.Note = "äöüßé" }, fault.List{{Field: "note", Code: fault.TooLong, Limit: 4}}},
		{func(o *outer) { o.Count = 0 }, fault.List{{Field: "count", Code: fault.AtLeast, Limit: 1.0}}},
		{func(o *outer) { o.Count = 10 }, fault.List{{Field: "count", Code: fault.AtMost, Limit: 9.0}}},
		{func(o *outer) { o.Probes = nil }, fault.List{{Field: "probes", Code: fault.TooFew, Limit: 1}}},
		{func(o *outer) { o.Probes = make([]inner, 3) }, fault.List{{Field: "probes", Code: fault.TooMany, Limit: 2}}},
		{func(o *outer) { o.Probes = []inner{{mm(1)}, {mm(-1)}} }, fault.List{{Field: "probes.1.depth_mm", Code: fault.MustExceed, Limit: 0.0}}},
		{func(o *outer) { o.Sizes[1] = 5 }, fault.List{{Field: "sizes.1", Code: fault.MustBeUnder, Limit: 5.0}}},
		{func(o *outer) { o.Pair[1].Depth = mm(math.NaN()) }, fault.List{{Field: "pair.1.depth_mm", Code: fault.WrongType, Limit: "number"}}},
		{func(o *outer) { o.Sizes[0] = math.Inf(1) }, fault.List{{Field: "sizes.0", Code: fault.WrongType, Limit: "number"}}},
		{func(o *outer) { o.Hidden = "anything" }, nil},
		{func(o *outer) { o.Count, o.Name = 0, "z" }, fault.List{{Field: "name", Code: fault.NotAChoice, Limit: []string{"a", "b"}}, {Field: "count", Code: fault.AtLeast, Limit: 1.0}}},
	} {
		o := sound()
		c.break_(&o)
		assert.Equal(t, c.want, fault.Check(o))
		assert.Equal(t, c.want, fault.Check(&o), "the same of a pointer")
	}
	assert.Empty(t, fault.Check(nil))
}

func TestAListIsAnErrorOnlyWhenItHoldsSomething(t *testing.T) {
	var l fault.List
	assert.NoError(t, l.Err())
	l.Add("depth_mm", fault.AtMost, 100)
	l.Add("name", fault.Required, nil)
	assert.EqualError(t, l.Err(), "depth_mm: at_most 100; name: required")
	assert.True(t, l.Has("name"))
	assert.False(t, l.Has("count"))
}
