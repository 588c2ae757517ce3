/** How ids that the core makes of others begin. */
const ID = /^(?:down|up|swap|isolate|restore|prove)\/|^(?:joint|move|part|reach|replace|remove|expose):/;

/** Forbids putting ids together outside the room that makes and reads them. */
export const madeIds = {
  meta: { type: 'problem', messages: { made: 'Ids are made and read in src/core/ids.' }, schema: [] },
  create: (context) => ({
    TemplateLiteral: (node) => {
      if (node.expressions.length > 0 && ID.test(node.quasis[0].value.cooked))
        context.report({ node, messageId: 'made' });
    }
  })
};
