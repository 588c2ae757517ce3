import { accessOf } from '$core/access';
import {
  answerForm,
  answerLetters,
  askWords,
  givenWords,
  leadName,
  LETTERS,
  optionWords,
  paperOption,
  paperPictures,
  rightAnswer,
  whyWords,
  type Exercise,
  type Ground
} from '$core/exercises';
import type { FaultSet } from '$core/faults';
import type { Model } from '$core/machine';
import type { ExerciseSet } from '$core/practice';
import type { Translate } from '$lib/words';
import { INK, PT, Sheet } from './sheet';

export interface ExercisePaper {
  set: ExerciseSet;
  hash: string;
  faults: FaultSet | null;
}

/** A drawing of a machine on paper takes so much of a page's height, mm. */
const FACE_MM = 62;

/** Exercises to be written on, one after the other; their answers begin on a page of their own. */
export function exercisesPdf(words: Translate, model: Model, paper: ExercisePaper): Promise<Buffer<ArrayBuffer>> {
  const { t, told, language } = words;
  const { set, hash, faults } = paper;
  const ground: Ground = { access: accessOf(model), hash, ...(faults ? { faults } : {}) };
  const { maker, model: name, revision } = model.machine;
  const sheet = new Sheet({ title: set.name, language, isTrueSize: true });
  sheet.heading(1, set.name);
  sheet.paragraph(`${maker} ${name} ${revision}`, { colour: INK.soft });
  for (const [i, exercise] of set.exercises.entries()) question(sheet, words, ground, exercise, i + 1);
  sheet.doc.addPage();
  sheet.heading(1, t('paper.answers'));
  for (const [i, exercise] of set.exercises.entries()) {
    const right = rightAnswer(ground, exercise);
    const letters = answerLetters(ground, exercise);
    sheet.heading(2, t('paper.answerOf', { number: i + 1, ask: askWords(ground, exercise) }));
    if ('options' in right) {
      const names = right.options.map((o) => told(optionWords(ground, exercise, o)));
      sheet.paragraph(`${letters}: ${names.join(', ')}`, { bold: true });
    } else pictures(sheet, words, ground, exercise, true);
    for (const why of whyWords(ground, exercise, right)) sheet.paragraph(told(why), { size: 9 });
  }
  return sheet.end(t('paper.footExercises', { name: set.name }), t);
}

function question(sheet: Sheet, words: Translate, ground: Ground, exercise: Exercise, number: number): void {
  const { t, told, language } = words;
  const form = answerForm(exercise.kind);
  const height = paperPictures(ground, exercise, false, told).length * FACE_MM * PT;
  // A question stands on one page with its picture and the first of its options.
  sheet.need(height + 90);
  sheet.heading(2, `${number}. ${told(askWords(ground, exercise))}`);
  for (const given of givenWords(ground, exercise, language)) sheet.paragraph(told(given), { size: 9.5 }, 10);
  pictures(sheet, words, ground, exercise, false);
  if (form === 'pairs')
    for (const plug of exercise.given)
      sheet.paragraph(t('paper.pair', { lead: leadName(ground, plug) }), { size: 9.5 }, 10);
  if (form === 'line') sheet.paragraph(t('paper.drawIt'), { size: 9.5, colour: INK.soft });
  else if (form === 'order')
    sheet.paragraph(t('paper.order', { n: exercise.options.length }), { size: 9.5, colour: INK.soft });
  const options = exercise.options.map(
    (option, i) => [LETTERS[i]!, told(paperOption(ground, exercise, option))] as const
  );
  sheet.list(options.map(([letter, option]) => `${letter}  ${option}`.trim()));
}

function pictures(sheet: Sheet, { told }: Translate, ground: Ground, exercise: Exercise, isAnswer: boolean): void {
  for (const picture of paperPictures(ground, exercise, isAnswer, told)) {
    // Screws at their true size; a machine as large as there is room.
    const isTrue = picture.height < 40;
    const height = isTrue ? picture.height * PT : FACE_MM * PT;
    sheet.need(height + 6);
    const { y } = sheet.doc;
    sheet.picture(picture, sheet.left, y, isTrue ? picture.width * PT : sheet.width, height);
    sheet.doc.y = y + height + 6;
  }
}
