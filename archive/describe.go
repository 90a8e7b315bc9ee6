package archive

import (
	"fmt"
	"strings"
	"time"
)

// packaged is datapackage.json, after the open Data Package standard for tables.
type packaged struct {
	Profile   string     `json:"profile"`
	Container int        `json:"container"`
	Schema    int64      `json:"schema" doc:"the version of the tables"`
	Title     string     `json:"title"`
	Created   string     `json:"created"`
	Resources []resource `json:"resources"`
}

type resource struct {
	Name        string `json:"name"`
	Description string `json:"description"`
	Path        string `json:"path"`
	JSON        string `json:"json"`
	Format      string `json:"format"`
	Encoding    string `json:"encoding"`
	Rows        int64  `json:"rows"`
	// SHA256 is of the JSON: it is what is put back.
	SHA256 string  `json:"sha256"`
	Schema columns `json:"schema"`
}

type columns struct {
	Fields        []field   `json:"fields"`
	PrimaryKey    []string  `json:"primaryKey"`
	ForeignKeys   []foreign `json:"foreignKeys"`
	MissingValues []string  `json:"missingValues"`
}

type field struct {
	Name        string      `json:"name"`
	Type        kind        `json:"type"`
	Description string      `json:"description,omitempty"`
	Unit        string      `json:"unit,omitempty"`
	Constraints constraints `json:"constraints"`
}

type constraints struct {
	Required bool `json:"required"`
}

type foreign struct {
	Fields    []string `json:"fields"`
	Reference struct {
		Resource string   `json:"resource"`
		Fields   []string `json:"fields"`
	} `json:"reference"`
}

// units are told by the end of a name, as everywhere in the house.
var units = []struct{ end, unit string }{{"_mm", "mm"}, {"_m", "m"}, {"_l", "L"}, {"_kg", "kg"}, {"_g", "g"}, {"_c", "degrees Celsius"}, {"_deg", "degrees"}, {"_h", "h"}, {"_pct", "%"}, {"_share", "0 to 1"}, {"cents", "hundredths of the house's money"}}

func unitOf(name string) string {
	for _, u := range units {
		if strings.HasSuffix(name, u.end) {
			return u.unit
		}
	}
	return ""
}

func (t Table) described(sum string) resource {
	out := resource{Name: t.Name, Description: t.About, Path: csvFolder + t.Name + ".csv", JSON: jsonFolder + t.Name + ".json", Format: "csv", Encoding: "utf-8", Rows: t.Rows, SHA256: sum,
		Schema: columns{Fields: []field{}, PrimaryKey: append([]string{}, t.Key...), ForeignKeys: []foreign{}, MissingValues: []string{""}}}
	for _, c := range t.Columns {
		out.Schema.Fields = append(out.Schema.Fields, field{c.Name, c.Kind, c.About, unitOf(c.Name), constraints{!c.Nullable}})
	}
	for _, n := range t.Names {
		f := foreign{Fields: n.Columns}
		f.Reference.Resource, f.Reference.Fields = n.Table, n.Keys
		out.Schema.ForeignKeys = append(out.Schema.ForeignKeys, f)
	}
	return out
}

// readable is README.md: what is in it, how to read it, and what is not.
func readable(tables []Table, at time.Time) string {
	out := strings.Builder{}
	fmt.Fprintf(&out, `# Everything the house holds

Written on %s (UTC). One moment: nothing of it is older or newer than the rest.

- csv/ has a table a file, in UTF-8 with a line of headings: for a spreadsheet. Nothing is an empty cell. A text that a spreadsheet
  would take for a formula has a ' before it.
- json/ has the same tables, each a list of objects: for a program. This is what is put back. Times are UTC.
- files/ has the pictures and files that a table names.
- datapackage.json describes every table and column: its type, its unit, what it names.

Put it back into an empty house: ./run restore THIS-FILE, or over one that has records: ./run restore --over THIS-FILE.
Passwords, PINs, second factors and tablets are not in it. After it is put back a person gets a password for one time by
sedum person password, as for a forgotten one. Links that customers hold are in it: keep this file as you keep the house's papers.

| table | rows | what |
| --- | ---: | --- |
`, at.UTC().Format("2006-01-02 15:04"))
	for _, t := range tables {
		fmt.Fprintf(&out, "| %s | %d | %s |\n", t.Name, t.Rows, t.About)
	}
	return out.String()
}
