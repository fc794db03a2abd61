export { gunzipInto, gunzipWithin, joined } from './gunzip.ts';
export { type JsonBounds, jsonScanner, parseJson, TooLarge, unzipJson, USUAL_JSON } from './json.ts';
