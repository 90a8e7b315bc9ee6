// Package set is the closed sets of words: a string type with a method All that lists its words in the order in which people
// read them. The limits of an input, the document, the page's types and the check of the sentences are all read from there.
package set

import (
	"reflect"
	"strings"
)

// Closed is a closed set of words.
type Closed[T any] interface {
	~string
	All() []T
}

// All lists a set.
func All[T Closed[T]]() []T {
	var zero T
	return zero.All()
}

// Has tells whether a word belongs to its set; "" is "not said" and belongs to none.
func Has[T Closed[T]](word T) bool {
	for _, each := range All[T]() {
		if each == word {
			return true
		}
	}
	return false
}

// Texts lists a set as plain text.
func Texts[T Closed[T]]() []string {
	out := []string{}
	for _, each := range All[T]() {
		out = append(out, string(each))
	}
	return out
}

// Words lists the set that a type is, or nothing when it is none: for what reads types as such.
func Words(t reflect.Type) []string {
	method, ok := t.MethodByName("All")
	if !ok || t.Kind() != reflect.String || method.Type.NumIn() != 1 || method.Type.NumOut() != 1 || method.Type.Out(0) != reflect.SliceOf(t) {
		return nil
	}
	list := method.Func.Call([]reflect.Value{reflect.Zero(t)})[0]
	out := []string{}
	for i := range list.Len() {
		out = append(out, list.Index(i).String())
	}
	return out
}

// Choices is what a field may hold: the words of its tag `enum` when that takes fewer than its set, else the set; with "" before them
// when the field is tagged `optional`. A field that is no set has none.
func Choices(t reflect.Type, tag reflect.StructTag) []string {
	words := Words(t)
	if fewer := tag.Get("enum"); fewer != "" {
		words = strings.Split(fewer, ",")
	}
	if words != nil && tag.Get("optional") == "true" {
		words = append([]string{""}, words...)
	}
	return words
}
