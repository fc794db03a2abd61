import { openFilm } from './open-film.ts';

/** A file as a browser has it, of which nothing is ever read. */
const fileOf = (size: number): File => {
  const file = new File(['x'], 'evening.mp4');
  Object.defineProperty(file, 'size', { value: size });
  return file;
};

test('a film of a whole evening is refused before anything of it is read, with what to do', async () => {
  await expect(openFilm(fileOf(4.5 * 1024 ** 3))).rejects.toThrow(
    'evening.mp4: the file has 4.5 GB; the most is 4 GB. Cut the film to the drill',
  );
});

test('an empty file is told', async () => {
  await expect(openFilm(fileOf(0))).rejects.toThrow('the file is empty');
});
