package kernel

import (
	"errors"
	"regexp"

	"github.com/go-sql-driver/mysql"

	"sedum/core/fault"
)

var columnIn = regexp.MustCompile("(?i)(?:column|value for) '?(?:`[^`]*`\\.)*[`']?([a-z_0-9]+)[`']? at row")

// refusedValue tells a value that the database cannot keep from a bug of ours: under a column's step, over its range, of another writing, a
// day that no calendar has. It is the net under the checks before it; the column is called like the field.
func refusedValue(err error) (fault.List, bool) {
	e, ok := errors.AsType[*mysql.MySQLError](err)
	if !ok {
		return nil, false
	}
	const outOfRange, tooLong, incorrect, incorrectTime, truncated, badCharacter, check = 1264, 1406, 1366, 1292, 1265, 3988, 4025
	switch e.Number {
	case outOfRange, tooLong, incorrect, incorrectTime, truncated, badCharacter, check:
	default:
		return nil, false
	}
	field := ""
	if m := columnIn.FindStringSubmatch(e.Message); m != nil {
		field = m[1]
	}
	return fault.List{{Field: field, Code: fault.CannotBeKept}}, true
}
