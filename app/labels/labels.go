// Package labels is the tags of a lot on a sheet of paper or from a label printer.
package labels

import (
	"context"
	"embed"
	"net/http"
	"time"

	"sedum/app/arrivals"
	"sedum/app/yard"
	"sedum/kernel"
	"sedum/paper"
)

//go:embed tables/*.sql
var tables embed.FS

// Printer prints a run of labels.
type Printer interface {
	Print(ctx context.Context, tags []string) error
}

// job is a run of labels handed to the printer.
type job struct {
	ID       string
	LotID    string
	Tags     []string `gorm:"serializer:json"`
	PersonID string
	At       time.Time
}

// TableName says what is printed.
func (job) TableName() string { return "print_jobs" }

// Capability declares what can be done here; the printer may be nil.
func Capability(printer Printer) kernel.Capability {
	return kernel.Capability{Name: "labels", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Deed("print-labels", "POST", "/lots/{number}/labels", arrivals.TakeIn, func(tx *kernel.Tx, p kernel.ByNumber, _ kernel.None) (Printed, error) {
			return printLabels(tx, p, printer)
		}, kernel.Same),
		kernel.ReadFile("labels-pdf", "/lots/{number}/labels.pdf", yard.SeeYard, "application/pdf", sheet),
	}}
}

// Printed is how many labels were printed.
type Printed struct {
	Count int `json:"count"`
}

// printLabels sends the labels of a lot to the printer. It is the last thing that the deed does: a printer that refuses leaves no trace.
func printLabels(tx *kernel.Tx, p kernel.ByNumber, printer Printer) (Printed, error) {
	if printer == nil {
		return Printed{}, kernel.Said{Status: http.StatusNotFound, Code: "no-printer"}
	}
	lot, trees, err := treesOf(tx, p.Number)
	if err != nil {
		return Printed{}, err
	}
	tags := make([]string, len(trees))
	for i, t := range trees {
		tags[i] = t.Tag
	}
	if err := kernel.Add(tx, &job{ID: kernel.NewID(), LotID: lot.ID, Tags: tags, PersonID: tx.Who.ID, At: tx.Now}); err != nil {
		return Printed{}, err
	}
	return Printed{len(tags)}, printer.Print(tx.Context(), tags)
}

func treesOf(tx *kernel.Tx, number int) (yard.Lot, []yard.Tree, error) {
	lot, err := yard.LotByNumber(tx, number)
	if err != nil {
		return lot, nil, err
	}
	trees, err := yard.TreesOfLot(tx, lot.ID)
	return lot, trees, err
}

type onPaper struct {
	kernel.ByNumber
	kernel.Paper
}

func sheet(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	lot, trees, err := treesOf(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	labels := []paper.Label{}
	for _, t := range trees {
		labels = append(labels, paper.Label{Tag: t.Tag, Common: lot.Called(), LotNumber: lot.Number, Number: t.Number, Bundle: t.BundleCount, ArrivedOn: lot.ArrivedOn})
	}
	pdf, err := paper.LabelsPDF(tx.Say, labels, p.Paper.Paper, tx.Now)
	return kernel.PDF(pdf, "labels.pdf"), err
}
