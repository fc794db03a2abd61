export function FreezePage() {
  return null;
}
