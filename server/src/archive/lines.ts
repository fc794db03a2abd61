/** Lines of a text in UTF-8, none longer than so many bytes. Throws the error that `tooLong` makes. */
export async function* linesOf(
  stream: AsyncIterable<Uint8Array>,
  mostBytes: number,
  tooLong: (line: number) => Error,
): AsyncGenerator<Buffer> {
  let rest: Buffer[] = [];
  let [size, number] = [0, 1];
  for await (const piece of stream) {
    let bytes = Buffer.from(piece.buffer, piece.byteOffset, piece.length);
    for (;;) {
      const end = bytes.indexOf(10);
      const part = end < 0 ? bytes : bytes.subarray(0, end);
      size += part.length;
      if (size > mostBytes) throw tooLong(number);
      if (part.length > 0) rest.push(part);
      if (end < 0) break;
      if (size > 0) yield Buffer.concat(rest);
      [rest, size] = [[], 0];
      number++;
      bytes = bytes.subarray(end + 1);
    }
  }
  if (size > 0) yield Buffer.concat(rest);
}
