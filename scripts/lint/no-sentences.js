/** A text that begins as a sentence does: a capital, then more words. */
const SENTENCE = /^[A-Z][a-z\u2019']*,? [a-z]/;

/** Forbids texts that are read as sentences outside the room that makes them. */
export const noSentences = {
  meta: { type: 'problem', messages: { sentence: 'A sentence of the core is made in src/core/words.' }, schema: [] },
  create(context) {
    const check = (node, text) => {
      if (SENTENCE.test(text)) context.report({ node, messageId: 'sentence' });
    };
    return {
      Literal: (node) => typeof node.value === 'string' && check(node, node.value),
      TemplateLiteral: (node) => check(node, node.quasis[0].value.cooked)
    };
  }
};
