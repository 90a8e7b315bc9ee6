// Package calc is the named calculators: strict JSON in, JSON out, with a schema
// for both (handbook, calculators.md).
//
// A calculator computes in full precision; what is returned is rounded to the
// decimals of its contract. Nothing is clamped silently: what cannot be used comes
// back as a fault.List, JSON that cannot be read as ErrBrokenJSON.
package calc

import (
	"errors"
	"math"
	"reflect"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/outcome"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/core/trouble"
	"sedum/core/water"
)

// ErrUnknown says that no calculator has that name.
var ErrUnknown = errors.New("calc: unknown calculator")

// ErrBrokenJSON says that the input is not one JSON value.
var ErrBrokenJSON = errors.New("calc: the input is not valid JSON")

// Calculator is one named function of the core.
type Calculator struct {
	Name          string
	Input, Output reflect.Type
	run           func(rules.House, []byte) (any, error)
}

var calculators = []Calculator{
	define("flare", stock.Flare),
	define("root-ball", stock.RootBall),
	define("balled", stock.JudgeBalled),
	define("bare-root", stock.JudgeBareRoot),
	define("exposure", stock.Exposure),
	define("gel-dip", withoutHouse(stock.GelDip)),
	define("sample-plan", withoutHouse(sampling.Plan)),
	define("sample-result", withoutHouse(sampling.Answer)),
	define("percolation", ground.Percolation),
	define("soil-texture", withoutHouse(ground.Texture)),
	define("sun-hours", withoutHouse(ground.SunHours)),
	define("chill", withoutHouse(climate.Chill)),
	define("cold", withoutHouse(climate.Cold)),
	define("wind", withoutHouse(ground.Winds)),
	define("room", ground.Room),
	define("layout", withoutHouse(ground.Layout)),
	define("fit", fit.Fit),
	define("hole", planting.Hole),
	define("basin", planting.Basin),
	define("stake", planting.Stake),
	define("window", planting.Window),
	define("et0", withoutHouse(climate.ET0)),
	define("water-balance", water.Balance),
	define("survival", withoutHouse(outcome.Survival)),
	define("diagnosis", withoutHouse(trouble.Read)),
}

func withoutHouse[I, O any](f func(I) (O, error)) func(rules.House, I) (O, error) {
	return func(_ rules.House, in I) (O, error) { return f(in) }
}

func define[I, O any](name string, f func(rules.House, I) (O, error)) Calculator {
	c := Calculator{Name: name, Input: reflect.TypeFor[I](), Output: reflect.TypeFor[O]()}
	c.run = func(h rules.House, raw []byte) (any, error) {
		in, err := Decode[I](raw)
		if err != nil {
			return nil, err
		}
		out, err := f(h, in)
		if err != nil {
			return nil, err
		}
		if !finite(reflect.ValueOf(out)) {
			return nil, fault.List{{Code: fault.TooLarge}}
		}
		return Rounded(out), nil
	}
	return c
}

// Names lists the calculators in the order of the work.
func Names() []string {
	names := make([]string, len(calculators))
	for i, c := range calculators {
		names[i] = c.Name
	}
	return names
}

// Find gives the calculator of that name, or ErrUnknown.
func Find(name string) (Calculator, error) {
	for _, c := range calculators {
		if c.Name == name {
			return c, nil
		}
	}
	return Calculator{}, ErrUnknown
}

// Run computes one answer from JSON. Errors: ErrUnknown, ErrBrokenJSON, fault.List.
func Run(h rules.House, name string, raw []byte) (any, error) {
	c, err := Find(name)
	if err != nil {
		return nil, err
	}
	return c.run(h, raw)
}

func finite(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Pointer:
		return v.IsNil() || finite(v.Elem())
	case reflect.Float64:
		return !math.IsNaN(v.Float()) && !math.IsInf(v.Float(), 0)
	case reflect.Struct:
		for i := range v.NumField() {
			if !finite(v.Field(i)) {
				return false
			}
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			if !finite(v.Index(i)) {
				return false
			}
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			if !finite(v.MapIndex(k)) {
				return false
			}
		}
	}
	return true
}
