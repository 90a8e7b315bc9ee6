package kernel

import (
	"regexp"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/fault"
)

// atEnd is the limit that the library names at the end of what it says.
var atEnd = regexp.MustCompile(`(>=|<=|>|<) ([-0-9.e+]+)$`)

// parameterFault is what the library found wrong in an address, as a fault of ours: its own words are a programmer's.
func parameterFault(d *huma.ErrorDetail) fault.Fault {
	f := fault.Fault{Field: d.Location, Code: fault.WrongType, Limit: "text"}
	says := d.Message
	limit := atEnd.FindStringSubmatch(says)
	switch {
	case limit != nil:
		codes := map[string]fault.Code{">=": fault.AtLeast, "<=": fault.AtMost, ">": fault.MustExceed, "<": fault.MustBeUnder}
		f.Code, f.Limit = codes[limit[1]], limit[2]
		if strings.Contains(says, "length") {
			f.Code = map[bool]fault.Code{true: fault.TooLong, false: fault.TooShort}[limit[1] == "<="]
		}
	case strings.Contains(says, "integer"):
		f.Code, f.Limit = fault.NotWhole, nil
	case strings.Contains(says, "number"), strings.Contains(says, "float"):
		f.Limit = "number"
	case strings.Contains(says, "boolean"):
		f.Code, f.Limit = fault.NotAChoice, []string{"true", "false"}
	case strings.Contains(says, "required"):
		f.Code, f.Limit = fault.Required, nil
	case strings.Contains(says, "one of"):
		_, list, _ := strings.Cut(says, "one of ")
		f.Code, f.Limit = fault.NotAChoice, strings.Split(strings.Trim(list, `"`), ", ")
	}
	return f
}
