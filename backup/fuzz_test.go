package backup_test

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"sedum/backup"
)

// Whatever bytes a file has, it is read or refused; nothing panics, and nothing is held but a row.
func FuzzCheck(f *testing.F) {
	small := parts{"sedum.json": []byte(`{"product":"Sedum","container":1,"schema":3,"made_at":""}`), "tables/a.jsonl": []byte("[\"1\",null,\"AAE=\"]\n")}
	m := `{"header":"%s","tables":[{"name":"a","columns":["x","y","z"],"bytes":[false,false,true],"rows":1,"sha256":"%s"}]}`
	whole := small.zipped()
	f.Add(whole)
	small["manifest.json"] = fmt.Appendf(nil, m, small.sum("sedum.json"), small.sum("tables/a.jsonl"))
	whole = small.zipped()
	f.Add(whole)
	f.Add(whole[:len(whole)-5])
	f.Add([]byte("PK\x03\x04"))
	f.Add([]byte{0x1f, 0x8b})
	f.Fuzz(func(t *testing.T, raw []byte) {
		file := filepath.Join(t.TempDir(), "it.sedum")
		if err := os.WriteFile(file, raw, 0o600); err != nil {
			t.Skip(err)
		}
		if c, err := backup.Check(file, 39, quiet); err == nil {
			_ = c.Close()
		}
	})
}
