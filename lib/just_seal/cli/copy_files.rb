# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal copy-files FOLDER|URL`: all kept files into another store, before the setting is changed.
    module CopyFiles
      EVERY = 1000

      module_function

      def call(arguments)
        place, *rest = arguments
        return Cli.wrong_use if place.nil? || rest.any?

        Cli.connect
        count = Operations::CopyBlobs.new.call(JustSeal.office.blobs_at(place)) do |done|
          puts Cli.say("copy_files.done", count: done) if (done % EVERY).zero?
        end
        puts Cli.say("copy_files.done", count: count)
        0
      end
    end
  end
end
