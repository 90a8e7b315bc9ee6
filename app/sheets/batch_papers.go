package sheets

import (
	"archive/zip"
	"bytes"
	"fmt"
	"io"

	"github.com/pdfcpu/pdfcpu/pkg/api"

	"sedum/kernel"
)

// Joining papers needs no settings of a person, nor a folder to keep them in.
func init() { api.DisableConfigDir() }

type batchPaper struct {
	kernel.ByID
	kernel.Paper
}

// handedOf are the papers of a batch as they were handed over, by number; Refused while none is out.
func handedOf(tx *kernel.Tx, p batchPaper) ([]numbered, error) {
	out, err := kernel.Rows[numbered](tx, `SELECT i.number, h.pdf FROM sheet_batch_items i JOIN sheets s ON s.number = i.number JOIN sheet_papers h ON h.sheet_id = s.id AND h.size = ?
		WHERE i.batch_id = ? ORDER BY i.number`, p.Paper.Paper, p.ID)
	if err == nil && len(out) == 0 {
		err = kernel.Refused{Code: "batch-empty", Field: "id"}
	}
	return out, err
}

type numbered struct {
	Number int
	PDF    []byte
}

// batchPDF is the papers of a batch behind each other, to print them all in one go.
func batchPDF(tx *kernel.Tx, p batchPaper) (kernel.File, error) {
	list, err := handedOf(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	parts := []io.ReadSeeker{}
	for _, each := range list {
		parts = append(parts, bytes.NewReader(each.PDF))
	}
	var whole bytes.Buffer
	if err := api.MergeRaw(parts, &whole, false, nil); err != nil {
		return kernel.File{}, fmt.Errorf("sheets: joining papers: %w", err)
	}
	return kernel.PDF(whole.Bytes(), "sheets-%d-to-%d.pdf", list[0].Number, list[len(list)-1].Number), nil
}

// batchArchive is the papers of a batch as files of their own, byte for byte as they were handed over.
func batchArchive(tx *kernel.Tx, p batchPaper) (kernel.File, error) {
	list, err := handedOf(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	var archive bytes.Buffer
	files := zip.NewWriter(&archive)
	for _, each := range list {
		file, err := files.CreateHeader(&zip.FileHeader{Name: fmt.Sprintf("sheet-%d.pdf", each.Number), Method: zip.Store, Modified: tx.Now})
		if err != nil {
			return kernel.File{}, err
		}
		if _, err := file.Write(each.PDF); err != nil {
			return kernel.File{}, err
		}
	}
	err = files.Close()
	return kernel.File{Type: "application/zip", Name: fmt.Sprintf("sheets-%d-to-%d.zip", list[0].Number, list[len(list)-1].Number), Attached: true, Content: archive.Bytes()}, err
}
