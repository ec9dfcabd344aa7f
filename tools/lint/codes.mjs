// No decision is read from words: a text made for people, or the name of a thing, is never searched by code that decides.
const WORDS = '/^(what|label|title|words|reason|remedy|suggestion|description|text|note|about)$/';
const SEARCH = '/^(startsWith|endsWith|includes|match|search|indexOf)$/';

export const codes = [
  {
    selector: `CallExpression[callee.property.name=${SEARCH}][callee.object.type='MemberExpression'][callee.object.property.name=${WORDS}]`,
    message: 'decide on a code, not on words made for people',
  },
  {
    selector: `CallExpression[callee.property.name='test'][arguments.0.type='MemberExpression'][arguments.0.property.name=${WORDS}]`,
    message: 'decide on a code, not on words made for people',
  },
  {
    selector: `CallExpression[callee.property.name=/^(startsWith|endsWith)$/][callee.object.type='MemberExpression'][callee.object.property.name='id']`,
    message: 'an id is a name and not a code: give the thing a field that says what it is',
  },
  {
    selector: `CallExpression[callee.property.name='test'][arguments.0.type='MemberExpression'][arguments.0.property.name='id']`,
    message: 'an id is a name and not a code: give the thing a field that says what it is',
  },
];
