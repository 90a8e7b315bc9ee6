package notefile

import (
	"bytes"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/htmlindex"
	"golang.org/x/text/encoding/unicode"

	"sedum/core/arrival"
)

var letters = map[arrival.Encoding]encoding.Encoding{
	arrival.UTF8: unicode.UTF8BOM, arrival.UTF16LE: unicode.UTF16(unicode.LittleEndian, unicode.UseBOM), arrival.UTF16BE: unicode.UTF16(unicode.BigEndian, unicode.UseBOM),
	arrival.Windows1252: charmap.Windows1252, arrival.Windows1250: charmap.Windows1250,
	arrival.MacRoman: named("x-mac-roman"),
}

// named is an encoding by the label that browsers know it by.
func named(label string) encoding.Encoding {
	e, err := htmlindex.Get(label)
	if err != nil {
		panic("notefile: no encoding " + label)
	}
	return e
}

// encodingOf finds out in what letters a file is written: by its mark, by being UTF-8 throughout, by where its zero bytes stand, and
// else by how its lines end.
func encodingOf(file []byte) arrival.Encoding {
	switch {
	case bytes.HasPrefix(file, []byte{0xFF, 0xFE}):
		return arrival.UTF16LE
	case bytes.HasPrefix(file, []byte{0xFE, 0xFF}):
		return arrival.UTF16BE
	}
	if zeros := bytes.Count(file, []byte{0}); zeros*3 > len(file) {
		odd := 0
		for i := 1; i < len(file); i += 2 {
			if file[i] == 0 {
				odd++
			}
		}
		if odd*2 > zeros {
			return arrival.UTF16LE
		}
		return arrival.UTF16BE
	}
	switch {
	case utf8.Valid(file):
		return arrival.UTF8
	case bytes.IndexByte(file, '\n') < 0 && bytes.IndexByte(file, '\r') >= 0:
		return arrival.MacRoman
	}
	return arrival.Windows1252
}

// text is a file in its letters, every line ended alike. Error: Unreadable with code encoding and the line of the first letter that is none.
func text(file []byte, in arrival.Encoding) (string, error) {
	raw, err := letters[in].NewDecoder().Bytes(file)
	if err != nil {
		return "", arrival.Unreadable{Code: "encoding", Limit: 1}
	}
	out := strings.ReplaceAll(strings.ReplaceAll(string(raw), "\r\n", "\n"), "\r", "\n")
	line := 1
	for _, r := range out {
		switch {
		case r == '\n':
			line++
		case r == utf8.RuneError, r < ' ' && r != '\t' && r != '\f' && r != '\v':
			return "", arrival.Unreadable{Code: "encoding", Limit: line}
		}
	}
	return out, nil
}
