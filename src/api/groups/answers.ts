import Joi from 'joi';
import { all, listOf, text } from '../fields';

const group = all({ id: Joi.string(), name: text, members: listOf(Joi.string()) });

export const answers = { Group: group, Groups: all({ groups: listOf(group) }) };
