# frozen_string_literal: true

require "logger"
require "mail"
require "midi-smtp-server"

module JustSeal
  module Standins
    # A mail server that keeps what it gets, newest first, for a page to show. It delivers nothing.
    class Mailbox < MidiSmtpServer::Smtpd
      # A received mail: +id+ (Integer from 1), +at+ (Time), +mail+ (Mail::Message).
      Item = Struct.new(:id, :at, :mail)
      KEPT = 500

      def initialize(port:, folder:)
        @folder = folder
        FileUtils.mkdir_p(folder)
        @guard = Mutex.new
        @items = read_kept
        # Waits for what comes, rather than looking every tenth of a second.
        waits = { io_wait_mode: :IO_WAIT_EVENT }
        super(ports: port, hosts: "127.0.0.1", max_processings: 8, logger: Logger.new(File::NULL), **waits)
      end

      # Called by the server with each complete mail.
      def on_message_data_event(context)
        @guard.synchronize do
          item = Item.new((@items.first&.id || 0) + 1, Time.now.utc, Mail.read_from_string(context[:message][:data]))
          File.binwrite(File.join(@folder, format("%06d.eml", item.id)), context[:message][:data])
          @items = [item, *@items].first(KEPT)
        end
      end

      def items = @guard.synchronize { @items.dup }
      def find(id) = items.find { |item| item.id == id }

      private

      def read_kept
        Dir[File.join(@folder, "*.eml")].last(KEPT).reverse.map do |path|
          Item.new(File.basename(path, ".eml").to_i, File.mtime(path).utc, Mail.read(path))
        end
      end
    end
  end
end
