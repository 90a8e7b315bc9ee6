package people

import (
	"time"

	"sedum/kernel"
)

// SecurityLog is what touched who may come in and do what, the newest first.
type SecurityLog struct {
	Lines []SecurityLine `json:"lines"`
	// More is where the next page begins, 0 at the end.
	More int64 `json:"more"`
}

// SecurityLine is one such thing.
type SecurityLine struct {
	Seq       int64     `json:"seq"`
	At        time.Time `json:"at"`
	Operation string    `json:"operation" doc:"the id of an operation, or what the house's shell did"`
	Outcome   string    `json:"outcome" doc:"done, or the code of the refusal"`
	// Who did it, "" for nobody who was signed in; AboutWhom it was about, "" when that is no person.
	Who       string `json:"who"`
	AboutWhom string `json:"about_whom"`
	Address   string `json:"address"`
	LeftOut   int    `json:"left_out" doc:"as many like it before were not written"`
}

type securityPage struct {
	Before int64 `query:"before" minimum:"0" doc:"only lines before this one; 0 begins at the newest"`
}

const linesAPage = 100

// securityLog reads a page of the log. Names are looked up when it is read: the log itself holds none.
func securityLog(tx *kernel.Tx, p securityPage) (SecurityLog, error) {
	where, args := "TRUE", []any{}
	if p.Before > 0 {
		where, args = "s.seq < ?", []any{p.Before}
	}
	list, err := kernel.Rows[SecurityLine](tx, `SELECT s.seq, s.at, s.operation, s.outcome, COALESCE(w.name, '') AS who, COALESCE(a.name, '') AS about_whom, s.address, s.left_out
		FROM security_log s LEFT JOIN people w ON w.id = s.person_id LEFT JOIN people a ON a.id = s.about_id WHERE `+where+" ORDER BY s.seq DESC LIMIT ?", append(args, linesAPage)...)
	out := SecurityLog{Lines: list}
	if len(list) == linesAPage {
		out.More = list[len(list)-1].Seq
	}
	return out, err
}
