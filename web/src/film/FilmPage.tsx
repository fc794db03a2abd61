export function FilmPage() {
  return null;
}
