package pdf

import (
	"bufio"
	"encoding/gob"
	"errors"
	"io"
)

// wire carries messages between the program and a worker: a gob value, the sizes of the files that
// belong to it, and then their bytes as they are, which saves copying them through the encoder.
type wire struct {
	r   *bufio.Reader
	w   *bufio.Writer
	enc *gob.Encoder
	dec *gob.Decoder
}

const mostOnWire = 2 << 30 // bytes of the files of one message

func newWire(in io.Reader, out io.Writer) *wire {
	c := &wire{r: bufio.NewReaderSize(in, 1<<16), w: bufio.NewWriterSize(out, 1<<16)}
	c.enc, c.dec = gob.NewEncoder(c.w), gob.NewDecoder(c.r) // a bufio.Reader is not read beyond the value
	return c
}

func (c *wire) send(v any, files [][]byte) error {
	sizes := make([]int, len(files))
	for i, f := range files {
		sizes[i] = len(f)
	}
	if err := errors.Join(c.enc.Encode(v), c.enc.Encode(sizes)); err != nil {
		return err
	}
	for _, f := range files {
		if _, err := c.w.Write(f); err != nil {
			return err
		}
	}
	return c.w.Flush()
}

func (c *wire) receive(v any) ([][]byte, error) {
	if err := c.dec.Decode(v); err != nil {
		return nil, err
	}
	var sizes []int
	if err := c.dec.Decode(&sizes); err != nil {
		return nil, err
	}
	files, sum := make([][]byte, len(sizes)), 0
	for i, n := range sizes {
		if sum += n; n < 0 || sum > mostOnWire {
			return nil, errors.New("a message is larger than any should be")
		}
		files[i] = make([]byte, n)
		if _, err := io.ReadFull(c.r, files[i]); err != nil {
			return nil, err
		}
	}
	return files, nil
}
