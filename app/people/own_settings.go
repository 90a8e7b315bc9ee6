package people

import (
	"sedum/kernel"
	"sedum/words"
)

// OwnSettings are the language and the units that somebody reads in, on whatever device.
type OwnSettings struct {
	Language words.Language `json:"language"`
	Units    words.Units    `json:"units"`
}

func keepSettings(tx *kernel.Tx, _ kernel.None, in OwnSettings) (kernel.None, error) {
	_, err := kernel.Exec(tx, "UPDATE people SET language = ?, units = ? WHERE id = ?", in.Language, in.Units, tx.Who.ID)
	return kernel.None{}, err
}
