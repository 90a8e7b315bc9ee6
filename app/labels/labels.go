// Package labels is the tags of a lot on a sheet of paper or from a label printer.
package labels

import (
	"context"
	"embed"
	"net/http"
	"time"

	"sedum/app/arrivals"
	"sedum/app/letterhead"
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
	LotID    *string
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
		kernel.Deed("print-tags", "POST", "/labels", arrivals.TakeIn, func(tx *kernel.Tx, _ kernel.None, t Tags) (Printed, error) {
			return printTags(tx, t, printer)
		}, kernel.Same),
		kernel.AskFile("tags-pdf", "/labels.pdf", yard.SeeYard, "application/pdf", tagsSheet),
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
	return hand(tx, printer, &lot.ID, trees)
}

// hand hands the labels of trees to the printer; a run of trees of several lots is of none.
func hand(tx *kernel.Tx, printer Printer, lotID *string, trees []yard.Tree) (Printed, error) {
	tags := make([]string, len(trees))
	for i, t := range trees {
		tags[i] = t.Tag
	}
	if err := kernel.Add(tx, &job{ID: kernel.NewID(), LotID: lotID, Tags: tags, PersonID: tx.Who.ID, At: tx.Now}); err != nil {
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
		labels = append(labels, labelOf(lot, t))
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.LabelsPDF(tx.Say, h, labels, p.Paper.Paper, tx.Now)
	return kernel.PDF(pdf, "labels.pdf"), err
}

func labelOf(lot yard.Lot, t yard.Tree) paper.Label {
	return paper.Label{Tag: t.Tag, Common: lot.Called(), LotNumber: lot.Number, Number: t.Number, Bundle: t.BundleCount, ArrivedOn: lot.ArrivedOn}
}

// Tags are the tags of trees of any lots.
type Tags struct {
	Tags []string `json:"tags" minItems:"1" maxItems:"500"`
}

// printTags sends the labels of chosen trees to the printer.
func printTags(tx *kernel.Tx, t Tags, printer Printer) (Printed, error) {
	if printer == nil {
		return Printed{}, kernel.Said{Status: http.StatusNotFound, Code: "no-printer"}
	}
	trees, err := chosen(tx, t)
	if err != nil {
		return Printed{}, err
	}
	return hand(tx, printer, nil, trees)
}

// chosen finds the trees of tags, each once.
func chosen(tx *kernel.Tx, t Tags) ([]yard.Tree, error) {
	out, had := []yard.Tree{}, map[string]bool{}
	for _, tag := range t.Tags {
		tree, err := yard.TreeByTag(tx, tag)
		if err != nil {
			return out, err
		}
		if !had[tree.ID] {
			had[tree.ID], out = true, append(out, tree)
		}
	}
	return out, nil
}

func tagsSheet(tx *kernel.Tx, p kernel.Paper, t Tags) (kernel.File, error) {
	trees, err := chosen(tx, t)
	if err != nil {
		return kernel.File{}, err
	}
	ids := []string{}
	for _, t := range trees {
		ids = append(ids, t.LotID)
	}
	lots, err := yard.LotsByID(tx, ids)
	if err != nil {
		return kernel.File{}, err
	}
	labels := []paper.Label{}
	for _, t := range trees {
		labels = append(labels, labelOf(lots[t.LotID], t))
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.LabelsPDF(tx.Say, h, labels, p.Paper, tx.Now)
	return kernel.PDF(pdf, "labels.pdf"), err
}
