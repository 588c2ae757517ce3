import { z } from 'zod';
import { line, prose } from '$core/machine';
import { fieldMessage } from '$lib/server/http/form';

/** What a form of a new job says of the job, whatever its machine. */
export const JOB_FIELDS = {
  customer: line(120),
  serial: z.union([z.literal(''), line(60)]),
  complaint: prose(2000),
  dueOn: z
    .union([
      z.literal(''),
      z.iso.date().refine((d) => d >= '2000-01-01' && d < '3000-01-01', fieldMessage('server.fieldDate'))
    ])
    .transform((d) => d || null)
};

export const JOB_FIELD_NAMES = {
  customer: 'server.fieldFor',
  serial: 'server.fieldSerial',
  complaint: 'server.fieldComplaint',
  dueOn: 'server.fieldDue'
} as const;
