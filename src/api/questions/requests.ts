import Joi from 'joi';
import {
  ANSWER_LENGTH,
  ANSWERS,
  COMMENT_LENGTH,
  DECIDED_WHEN,
  QUESTION_LENGTH,
} from '#core/question/question';
import { SLOTS } from '#core/offer/offer';
import { id } from '../fields';
import { deadline } from '../watches/requests';

const parts = {
  words: Joi.string().trim().max(QUESTION_LENGTH).description('What is asked'),
  answers: Joi.array()
    .items(Joi.string().trim().max(ANSWER_LENGTH))
    .min(ANSWERS.fewest)
    .max(ANSWERS.most)
    .description('What a reader can choose from, each other than the others'),
  deadline: deadline.description(
    'Until when answers are taken; what is relative counts from when the message has left. Two of their working days, unless it is said',
  ),
  decidedWhen: Joi.valid(...DECIDED_WHEN).description(
    'everyone: all have answered; majority: more than half of all agree; first: somebody has answered',
  ),
  mayComment: Joi.boolean().description('Readers are invited to say why'),
};

export const newQuestion = Joi.object({
  message: id.required(),
  ...parts,
  words: parts.words.required(),
  answers: parts.answers.required(),
  decidedWhen: parts.decidedWhen.default('everyone'),
  mayComment: parts.mayComment.default(true),
});

export const questionPatch = Joi.object(parts).min(1);

export const questionQuery = Joi.object({
  state: Joi.valid('open', 'closed').default('open').description('closed: those I have closed'),
  message: id.description('What one message asks, and what was asked in its thread, whatever their state'),
  limit: Joi.number().integer().min(1).max(200).default(100),
});

const answer = Joi.number()
  .integer()
  .min(0)
  .max(Math.max(ANSWERS.most - 1, SLOTS.most));

export const judgeRequest = Joi.object({
  answer: answer.allow(null).required().description('Which it means, counted from 0; null: it is no answer'),
  reader: Joi.string().max(998).description('For whom it counts, where it is by somebody else'),
});

export const toldRequest = Joi.object({
  reader: Joi.string().max(998).required().description('The address of one it was asked of'),
  answer: answer.required().description('Counted from 0'),
  comment: Joi.string().max(COMMENT_LENGTH).allow('').default(''),
});
