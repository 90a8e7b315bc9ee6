package calc

import (
	"reflect"
	"strconv"

	"sedum/core/num"
)

// Rounded is a copy of a result in which every number with a `decimals` tag is rounded to it.
func Rounded[T any](result T) T {
	return round(reflect.ValueOf(result), "").Interface().(T)
}

func round(v reflect.Value, decimals string) reflect.Value {
	out := reflect.New(v.Type()).Elem()
	switch v.Kind() {
	case reflect.Float64:
		if places, err := strconv.Atoi(decimals); err == nil {
			out.SetFloat(num.Round(v.Float(), places))
			return out
		}
	case reflect.Pointer:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.New(v.Type().Elem()))
		out.Elem().Set(round(v.Elem(), decimals))
		return out
	case reflect.Struct:
		out.Set(v)
		for i := range v.NumField() {
			if f := v.Type().Field(i); f.IsExported() {
				out.Field(i).Set(round(v.Field(i), f.Tag.Get("decimals")))
			}
		}
		return out
	case reflect.Slice:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.MakeSlice(v.Type(), v.Len(), v.Len()))
		for i := range v.Len() {
			out.Index(i).Set(round(v.Index(i), decimals))
		}
		return out
	case reflect.Map:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.MakeMapWithSize(v.Type(), v.Len()))
		for _, k := range v.MapKeys() {
			out.SetMapIndex(k, round(v.MapIndex(k), decimals))
		}
		return out
	}
	return v
}
