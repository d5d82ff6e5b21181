package desk

import (
	"context"
	"errors"

	"indicum/core/wordfile"
)

// readable returns a file as something the PDF engine takes: word-processor files are converted.
func (d *Desk) readable(ctx context.Context, name string, data []byte) ([]byte, []string, error) {
	if !wordfile.Is(name, data) {
		return data, nil, nil
	}
	out, err := wordfile.Convert(ctx, d.Converter, name, data)
	var refused wordfile.Refusal
	if errors.As(err, &refused) {
		return nil, nil, Problem{refused.Error()}
	}
	return out, []string{"Made into a PDF from a word-processor file: please look whether its pages break as they should. The original stays as it came."}, err
}
