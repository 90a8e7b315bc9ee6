// Package archives gives everything that the house holds in open formats, as one file that can be put back (handbook, features.md, F240).
package archives

import (
	"bytes"
	"context"
	"embed"

	"sedum/archive"
	"sedum/core/roles"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// TakeAll is for who answers for the house.
var TakeAll = kernel.Permission{Name: "take-archive", Roles: roles.Office()}

// largest is as much as is made while somebody waits. A larger house is written by the command, which takes its time.
const largest = 192 << 20

// Capability declares what can be asked here.
func Capability() kernel.Capability {
	return kernel.Capability{Name: "archives", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-archive", "/archive", TakeAll, see),
		kernel.ReadMoment("take-archive", "/archive/house.zip", TakeAll, "application/zip", small, take).ByPassword().Logged(),
	}}
}

// Subject is a table of the archive.
type Subject struct {
	Name  string `json:"name"`
	About string `json:"about"`
	// Rows is about how many there are.
	Rows int `json:"rows"`
}

// Page is what an archive would hold.
type Page struct {
	Subjects []Subject `json:"subjects"`
	MB       int       `json:"mb" doc:"about how large the tables are"`
	TooLarge bool      `json:"too_large" doc:"it is written by the command"`
}

func see(tx *kernel.Tx, _ kernel.None) (Page, error) {
	rows, err := kernel.Rows[struct {
		Name, About string
		N           int
		Size        int
	}](tx, "SELECT table_name AS name, table_comment AS about, COALESCE(table_rows, 0) AS n, COALESCE(data_length, 0) AS size FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY table_name")
	out, size := Page{Subjects: []Subject{}}, 0
	for _, r := range rows {
		if !archive.LeftOut(r.Name) {
			out.Subjects = append(out.Subjects, Subject{r.Name, r.About, r.N})
			size += r.Size
		}
	}
	out.MB, out.TooLarge = (size+1<<20-1)>>20, size > largest
	return out, err
}

// small refuses what would take too long. Refused: archive-large.
func small(tx *kernel.Tx, p kernel.None) error {
	page, err := see(tx, p)
	if err == nil && page.TooLarge {
		err = kernel.Refused{Code: "archive-large"}
	}
	return err
}

func take(ctx context.Context, of kernel.Moment, _ kernel.None) (kernel.File, error) {
	var out bytes.Buffer
	err := archive.Write(ctx, of, of.At, &out, nil)
	return kernel.File{Type: "application/zip", Name: "house-" + of.At.Format("2006-01-02") + ".zip", Attached: true, Content: out.Bytes()}, err
}
