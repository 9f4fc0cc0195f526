/** Templates that come with Gliv: plain text to begin with, or to change. */

/** A template by name. */
export interface Template {
  readonly id: string
  /** What a menu says. */
  readonly label: string
  /** Of the file that it makes, with its dot. */
  readonly extension: string
  readonly text: string
}

const table = `{
 "kit": "{{kit.name}}",
 "effects": [
{{#effects}}
  {
   "name": "{{name}}",
   "emitters": [
{{#emitters}}
    {
     "name": "{{name}}",
     "numbers": { {{#numbers}}"{{id}}": [{{from}}, {{to}}]{{^isLast}}, {{/isLast}}{{/numbers}} },
     "type": { {{#type.numbers}}"{{id}}": [{{from}}, {{to}}]{{^isLast}}, {{/isLast}}{{/type.numbers}} }
    }{{^isLast}},{{/isLast}}
{{/emitters}}
   ]
  }{{^isLast}},{{/isLast}}
{{/effects}}
 ]
}
`

const csv = `effect,emitter,number,from,to,unit
{{#effects}}{{#emitters}}{{#numbers}}"{{effectName}}","{{emitterName}}",{{id}},{{from}},{{to}},{{unit}}
{{/numbers}}{{#type.numbers}}"{{effectName}}","{{emitterName}}",{{id}},{{from}},{{to}},{{unit}}
{{/type.numbers}}{{/emitters}}{{/effects}}`

const constants = `// {{kit.name}}: what is set, and nothing else.
{{#effects}}
{{#emitters}}
{{#changed}}
const {{constant}}_{{id}} = {{#isRange}}[{{from}}, {{to}}]{{/isRange}}{{^isRange}}{{from}}{{/isRange}};
{{/changed}}
{{#type.changed}}
const {{constant}}_{{id}} = {{#isRange}}[{{from}}, {{to}}]{{/isRange}}{{^isRange}}{{from}}{{/isRange}};
{{/type.changed}}
{{/emitters}}
{{/effects}}
`

const listing = `{{kit.name}}, {{kit.rate}} ticks a second
{{#effects}}

{{name}} ({{play}})
{{#emitters}}
  {{name}}: {{type.name}} from a {{shape}}
{{#changed}}
    {{label}}: {{text}} {{unit}}  # {{id}}: {{help}}
{{/changed}}
{{#type.changed}}
    {{label}}: {{text}} {{unit}}  # {{id}}: {{help}}
{{/type.changed}}
{{/emitters}}
{{/effects}}
`

/** All of them, in the order of menus. */
export const TEMPLATES: readonly Template[] = [
  { id: 'json', label: 'JSON tables', extension: '.json', text: table },
  { id: 'csv', label: 'CSV', extension: '.csv', text: csv },
  { id: 'constants', label: 'Plain constants', extension: '.js', text: constants },
  { id: 'listing', label: 'Commented listing', extension: '.txt', text: listing },
]
