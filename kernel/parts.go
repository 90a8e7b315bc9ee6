package kernel

import (
	"fmt"

	"sedum/core/planting"
)

// Everything says that a deed makes every answer old.
const Everything = "*"

// ByID is an operation on what an id names.
type ByID struct {
	ID string `path:"id"`
}

// ByTag is an operation on the tree that carries a tag.
type ByTag struct {
	Tag string `path:"tag" doc:"as typed or scanned"`
}

// ByNumber is an operation on what has a number: a lot, a delivery, a note, a sheet.
type ByNumber struct {
	Number int `path:"number"`
}

// Paper is the size of a sheet of paper.
type Paper struct {
	Paper string `query:"paper" enum:"a4,letter" default:"a4"`
}

// Sentence is a code with its words.
type Sentence struct {
	Code string `json:"code"`
	Text string `json:"text"`
}

// MM is a length in mm for a sentence.
func MM(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "mm"} }

// Deg is a bearing in degrees for a sentence.
func Deg(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "deg"} }

// Celsius is a temperature for a sentence.
func Celsius(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "c"} }

// Litres is a volume for a sentence.
func Litres(v float64) planting.Measure { return planting.Measure{Value: v, Unit: "l"} }

// Share is a share of 1 in per cent for a sentence.
func Share(v float64) planting.Measure { return planting.Measure{Value: v * 100, Unit: "pct"} }

// PDF is a file to print.
func PDF(content []byte, name string, values ...any) File {
	return File{Type: "application/pdf", Name: fmt.Sprintf(name, values...), Content: content}
}

// CSV is a table to save.
func CSV(content []byte, name string, values ...any) File {
	return File{Type: "text/csv; charset=utf-8", Name: fmt.Sprintf(name, values...), Attached: true, Content: content}
}
