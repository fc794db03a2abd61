export * from './open-keys.ts';
export * from './plan-file.ts';
export * from './school.ts';
export * from './student-file.ts';
export * from './check-file.ts';
export * from './read-json.ts';
export * from './api.ts';
export * from './roster-csv.ts';
