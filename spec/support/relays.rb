# frozen_string_literal: true

require "logger"
require "midi-smtp-server"

# A mail server that takes mail from whoever signs in, and keeps it in memory.
class Relay < MidiSmtpServer::Smtpd
  attr_reader :mails

  def initialize(port:, user:, password:)
    @mails = Queue.new
    @known = [user, password]
    super(ports: port, hosts: "127.0.0.1", auth_mode: :AUTH_REQUIRED, logger: Logger.new(File::NULL))
  end

  def on_auth_event(_context, _authorization, user, password)
    raise MidiSmtpServer::Smtpd535Exception unless [user, password] == @known

    user
  end

  def on_message_data_event(context) = @mails << Mail.read_from_string(context[:message][:data])

  # The next mail to +address+; waits for it.
  def mail_to(address)
    Timeout.timeout(60) do
      loop do
        mail = @mails.pop
        return mail if mail.to.include?(address)
      end
    end
  end
end
