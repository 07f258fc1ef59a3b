# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # The letters by which parties of a docket are told apart: A to Z, then AA, AB and so on.
      module Letters
        # A party adds a layer to each document; a file of more than some hundreds is not read any more.
        MAX = 100
        ALL = ("A".."ZZ").first(MAX).freeze
        FORM = /\A[A-Z]{1,2}\z/

        module_function

        # By which letters stand in their order: Z before AA.
        def order(letter) = [letter.length, letter]

        # The first that is not +taken+; nil where all are.
        def free(taken) = (ALL - taken).first
      end
    end
  end
end
