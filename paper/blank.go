package paper

import (
	"bytes"
	"sedum/words"
	"time"

	"codeberg.org/go-pdf/fpdf"
)

// blank is an empty document in the house's type, A4 or US Letter. Lengths are mm.
func blank(title string, language words.Language, size string, at time.Time) canvas {
	format := "A4"
	if size == "letter" {
		format = "Letter"
	}
	p := canvas{fpdf.New("P", "mm", format, "")}
	p.AddUTF8FontFromBytes("text", "", textRegular)
	p.AddUTF8FontFromBytes("text", "B", textBold)
	p.AddUTF8FontFromBytes("answer", "", answerBold)
	p.SetMargins(marginMM, marginMM, marginMM)
	p.SetTitle(title, true)
	p.SetLang(string(language))
	p.SetXmpMetadata(xmp(title, language, at))
	p.SetCreationDate(at)
	p.SetModificationDate(at)
	return p
}

func bytesOf(p canvas) ([]byte, error) {
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}
