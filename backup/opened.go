package backup

import (
	"archive/zip"
	"errors"
	"slices"

	"sedum/archive"
)

// opened checks an archive in open formats whole, as check does a backup. Errors: archive.ErrNone where it is none.
func (c *Checked) opened(files []*zip.File, newest int64, progress Progress) error {
	a, err := archive.Open(files)
	if broken, ok := errors.AsType[archive.Broken](err); ok {
		return c.broken("%s", broken.Why)
	}
	if err != nil {
		return err
	}
	c.Header = Header{Product: product, Container: container, Schema: a.Schema}
	if a.Schema > newest {
		return c.newer(newest)
	}
	tables, err := a.Tables()
	if err != nil {
		return c.broken("%s", err)
	}
	c.archive, c.kept = a, map[string]archive.Kept{}
	for _, k := range tables {
		c.kept[k.Name] = k
		c.Manifest.Tables = append(c.Manifest.Tables, Table{Name: k.Name, Columns: k.Columns, Bytes: make([]bool, len(k.Columns)), Rows: k.Rows})
	}
	done := int64(0)
	for _, t := range c.Manifest.Tables {
		progress("checking "+t.Name, done, c.rows())
		if err := c.each(t, func([]any) error { return nil }); err != nil {
			return c.broken("%s", err)
		}
		done += t.Rows
	}
	return nil
}

// sameColumns tells whether a table is as it was written. An archive leaves out by what somebody comes in.
func (c *Checked) sameColumns(there, written Table) bool {
	if c.archive == nil {
		return slices.Equal(there.Columns, written.Columns)
	}
	public := func(t Table) []string {
		return slices.DeleteFunc(slices.Clone(t.Columns), func(column string) bool { return archive.Secret(t.Name, column) })
	}
	return slices.Equal(public(there), public(written))
}
