import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import type { InputProblem } from '@angled-chalk/core/measure';
import type { ReactNode } from 'react';
import { ApiProblem } from '../api/client.ts';

const placeText = ({ line, column, path }: InputProblem['place']): string =>
  [line === undefined ? '' : `Line ${line}`, column ? `column ${column}` : '', path ?? '']
    .filter((part) => part !== '')
    .join(', ');

/** The one way to show an error: what is wrong, where, and a way out. */
export function ErrorBox({
  error,
  title,
  children,
}: {
  readonly error: Error;
  readonly title?: string;
  readonly children?: ReactNode;
}) {
  const place = error instanceof ApiProblem ? error.detail.place : {};
  return (
    <ProblemBox problem={{ code: '', message: error.message, place }} {...(title ? { title } : {})}>
      {children}
    </ProblemBox>
  );
}

export function ProblemBox({
  problem,
  title,
  children,
}: {
  readonly problem: InputProblem;
  readonly title?: string;
  readonly children?: ReactNode;
}) {
  const place = placeText(problem.place);
  return (
    <Alert severity="error" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
      <AlertTitle sx={{ fontWeight: 700 }}>
        {[title, place].filter(Boolean).join(': ') || 'That did not work'}
      </AlertTitle>
      {problem.message}
      {children}
    </Alert>
  );
}
